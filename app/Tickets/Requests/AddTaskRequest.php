<?php

declare(strict_types=1);

namespace App\Tickets\Requests;

use App\Platform\Http\Form;

/** What is sent to put a step on a ticket. */
final class AddTaskRequest extends Form
{
    public function rules(): array
    {
        return [
            'text' => ['required', 'string', 'max:200'], 'team' => ['nullable', 'string', 'exists:teams,id'],
            'person' => ['nullable', 'string', 'exists:people,id'], 'due' => ['nullable', 'date', 'before:+1 year'], 'must' => ['boolean'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'text.required' => 'Say what is to be done.', 'text.max' => 'Use 200 characters at most.',
            'team.exists' => 'There is no such team.', 'person.exists' => 'There is no such person.',
            'due.*' => 'Use a day and a time within a year.',
        ];
    }
}
