<?php

declare(strict_types=1);

namespace App\Tickets\Requests;

/** What is sent to hand tickets over. */
final class HandOverRequest extends TicketsRequest
{
    public function rules(): array
    {
        return [
            ...parent::rules(), 'person' => ['nullable', 'string', 'exists:people,id'], 'team' => ['nullable', 'string', 'exists:teams,id'],
            'why' => ['nullable', 'string', 'max:500'],
        ];
    }
}
