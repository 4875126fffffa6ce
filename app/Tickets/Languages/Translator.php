<?php

declare(strict_types=1);

namespace App\Tickets\Languages;

use App\Platform\Outbox\Endpoint;
use App\Platform\Outbox\Outbox;
use App\Tickets\Ticket;
use App\Updates\Update;
use Skarvo\Tickets\Phrase;
use Skarvo\Value\Language;

/** What has to be said in another language is asked for, like any other message that goes out. Call it inside a transaction. */
final class Translator
{
    /** Before mail that nobody waits for. */
    private const RANK = 5;

    /** What the desk reads and writes. */
    public static function own(): Language
    {
        return Language::of(config()->string('skarvo.language')) ?? Language::English;
    }

    public static function isThere(): bool
    {
        return Endpoint::gateway('translator')->isSet();
    }

    /** Whether the reporter reads another language than the desk writes. */
    public static function isNeeded(Ticket $ticket): bool
    {
        $language = Language::of((string) $ticket->reported()->language);

        return self::isThere() && $language !== null && $language !== self::own();
    }

    /** @param  int  $post  0: the words of the report itself */
    public static function toDesk(Ticket $ticket, int $post, string $text): void
    {
        $known = Language::of((string) $ticket->reported()->language);
        if (self::isThere() && $known !== self::own()) {
            // In which language somebody reads the form is not always the one in which they write.
            self::put($ticket, $post, $text, $post === 0 ? null : $known, self::own(), null);
        }
    }

    /** What outsiders are told, with what they can do meanwhile. */
    public static function ofUpdate(Update $update, Language $to): void
    {
        Outbox::put('translation', "translation-update-$update->id-$to->value", [
            'text' => trim("$update->text\n$update->meanwhile"), 'from' => self::own()->value, 'to' => $to->value, 'update' => $update->id,
        ], now(), self::RANK);
    }

    /**
     * @param  array{key: string, subject: value-of<Phrase>, ends: value-of<Phrase>}|null  $then  the message to the reporter that waits for
     *      it
     */
    public static function toReporter(Ticket $ticket, int $post, string $text, ?array $then): void
    {
        $language = Language::of((string) $ticket->reported()->language);
        if ($language !== null) {
            self::put($ticket, $post, $text, self::own(), $language, $then);
        }
    }

    /** @param  array{key: string, subject: value-of<Phrase>, ends: value-of<Phrase>}|null  $then */
    private static function put(Ticket $ticket, int $post, string $text, ?Language $from, Language $to, ?array $then): void
    {
        Outbox::put('translation', "translation-$ticket->id-$post-$to->value", [
            'text' => $text, 'from' => $from?->value, 'to' => $to->value, 'ticket' => $ticket->id, 'post' => $post, 'then' => $then,
            'about' => ['report' => $ticket->report_id],
        ], now(), self::RANK);
    }
}
