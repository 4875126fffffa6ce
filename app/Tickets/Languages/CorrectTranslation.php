<?php

declare(strict_types=1);

namespace App\Tickets\Languages;

use App\Platform\Database\Locked;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Person;
use App\Platform\Refused;
use App\Tickets\Ticket;
use App\Tickets\TicketEntry;

/** Somebody who knows both languages mends what the translator said. Call it inside a transaction. */
final class CorrectTranslation
{
    /** @throws Refused where nothing was translated */
    public function __invoke(Ticket $ticket, int $post, string $to, string $text, Person $by): void
    {
        $translation = Translation::query()->where(['ticket_id' => $ticket->id, 'post_id' => $post, 'to' => $to])->first()
            ?? throw Refused::because('There is no translation of this to be corrected.', 'text');
        Locked::again($translation);
        if ($translation->text !== $text) {
            $translation->update(['text' => $text, 'person_id' => $by->id, 'at' => now()]);
            Journal::write(
                Actor::person($by), TicketEntry::TranslationCorrected, $ticket->subject(), ['ref' => $ticket->ref()],
                ['report' => $ticket->report_id],
            );
        }
    }
}
