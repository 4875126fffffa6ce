<?php

declare(strict_types=1);

namespace App\Updates\Requests;

use App\Platform\Http\Form;

/** An address to which something is to be mailed, and for following, what about. */
final class EmailRequest extends Form
{
    public function rules(): array
    {
        return ['email' => ['required', 'email', 'max:200'], 'incident' => ['nullable', 'integer']];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'email.required' => 'Write the address to which we are to write.',
            'email.email' => 'This does not look like a mail address. Correct it.',
        ];
    }

    public function address(): string
    {
        return (string) $this->validated()['email'];
    }
}
