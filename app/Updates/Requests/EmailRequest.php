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
            'email.required' => __('report.address_required'), 'email.email' => __('report.address_email'),
            'email.max' => __('report.too_long'),
        ];
    }

    public function address(): string
    {
        return (string) $this->validated()['email'];
    }
}
