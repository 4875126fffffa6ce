<?php

declare(strict_types=1);

namespace App\Tickets\Requests;

use App\Platform\Http\Form;

/** What is sent when a task is held up by something, or goes on. */
final class BlockTaskRequest extends Form
{
    public function rules(): array
    {
        return ['blocked' => ['required', 'boolean'], 'why' => ['nullable', 'required_if:blocked,true', 'string', 'max:200']];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['why.required_if' => 'Say what it waits for.', 'why.max' => 'Use 200 characters at most.'];
    }
}
