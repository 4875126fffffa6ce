<?php

declare(strict_types=1);

namespace App\Tickets\Requests;

use App\Platform\Http\Form;

/** What a chat hands over. */
final class ChatRequest extends Form
{
    public function rules(): array
    {
        return [
            'channel' => ['required', 'string', 'max:100'], 'thread' => ['required', 'string', 'max:100'],
            'message' => ['required', 'string', 'max:100'],
            'author' => ['required', 'string', 'max:100'], 'text' => ['required', 'string', 'max:2000'],
        ];
    }
}
