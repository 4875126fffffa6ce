<?php

declare(strict_types=1);

namespace App\Paging\Requests;

use App\Platform\Http\Form;

/** What a chat hands over of the conversation of an incident. */
final class HearTalkRequest extends Form
{
    public function rules(): array
    {
        return [
            'conversation' => ['required', 'string', 'max:100', 'exists:conversations,name'],
            'message' => ['required', 'string', 'max:100'],
            'author' => ['required', 'string', 'max:100'], 'person' => ['nullable', 'string', 'max:100'],
            'text' => ['required', 'string', 'max:4000'], 'at' => ['nullable', 'date'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['conversation.exists' => 'There is no such conversation.'];
    }
}
