<?php

declare(strict_types=1);

namespace App\Tickets;

use App\Platform\Person;
use App\Updates\Contracts\FollowedRecords;

/** Tickets that somebody follows, as long as they may read them. */
final class FollowedTickets implements FollowedRecords
{
    public function kind(): string
    {
        return Ticket::KIND;
    }

    public function title(int $id, Person $reader): ?string
    {
        $ticket = Ticket::query()->readableBy($reader)->with(Ticket::NEEDS)->find($id);

        return $ticket === null ? null : "{$ticket->ref()} ".mb_strimwidth($ticket->words(), 0, 80, '…');
    }

    public function link(int $id): string
    {
        return "/tickets/$id";
    }

    public function noNews(): array
    {
        return [TicketEntry::Translated->value, TicketEntry::NotTranslated->value, TicketEntry::TranslationCorrected->value];
    }
}
