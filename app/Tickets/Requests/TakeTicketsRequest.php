<?php

declare(strict_types=1);

namespace App\Tickets\Requests;

use App\Tickets\Ticket;

/** What is sent to take the tickets that are marked, with who had each as was seen. */
final class TakeTicketsRequest extends TicketsRequest
{
    public function rules(): array
    {
        return [...parent::rules(), 'whose' => ['nullable', 'array'], 'whose.*' => ['nullable', 'string', 'max:200']];
    }

    /** @return string|null id of who had it, empty: nobody; null: it was not said */
    public function whose(Ticket $ticket): ?string
    {
        return $this->beside('whose', $ticket);
    }
}
