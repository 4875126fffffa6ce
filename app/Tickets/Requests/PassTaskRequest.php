<?php

declare(strict_types=1);

namespace App\Tickets\Requests;

use App\Platform\Http\Form;

/** What is sent when a task goes to somebody else. */
final class PassTaskRequest extends Form
{
    public function rules(): array
    {
        return [
            'person' => ['nullable', 'string', 'exists:people,id'], 'team' => ['nullable', 'string', 'exists:teams,id'],
            'why' => ['nullable', 'string', 'max:200'], 'was' => ['nullable', 'string', 'max:100'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'person.exists' => 'There is no such person.', 'team.exists' => 'There is no such team.',
            'why.max' => 'Use 200 characters at most.',
        ];
    }
}
