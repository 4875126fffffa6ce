<?php

declare(strict_types=1);

namespace App\Tickets\Requests;

use App\Tickets\Ticket;

/** What is sent to hand tickets over, with where each was seen. */
final class HandOverRequest extends TicketsRequest
{
    public function rules(): array
    {
        return [
            ...parent::rules(), 'person' => ['nullable', 'string', 'exists:people,id'], 'team' => ['nullable', 'string', 'exists:teams,id'],
            'why' => ['nullable', 'string', 'max:500'], 'seen' => ['nullable', 'array'], 'seen.*' => ['string', 'max:200'],
        ];
    }

    /** @return string|null with whom or with which team it was seen; null: it was not said */
    public function seen(Ticket $ticket): ?string
    {
        return $this->beside('seen', $ticket);
    }
}
