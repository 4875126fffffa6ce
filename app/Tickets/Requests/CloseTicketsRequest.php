<?php

declare(strict_types=1);

namespace App\Tickets\Requests;

/** What is sent to close tickets, with a last word to their reporters or without. */
final class CloseTicketsRequest extends TicketsRequest
{
    public function rules(): array
    {
        return [...parent::rules(), 'text' => ['nullable', 'string', 'max:4000']];
    }
}
