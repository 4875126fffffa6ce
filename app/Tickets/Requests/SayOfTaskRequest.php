<?php

declare(strict_types=1);

namespace App\Tickets\Requests;

use App\Platform\Http\Form;

/** What somebody says about a task. */
final class SayOfTaskRequest extends Form
{
    public function rules(): array
    {
        return ['text' => ['required', 'string', 'max:4000']];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['text.required' => 'Write what you want to say.', 'text.max' => 'Use 4,000 characters at most.'];
    }
}
