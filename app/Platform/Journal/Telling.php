<?php

declare(strict_types=1);

namespace App\Platform\Journal;

/**
 * An entry of the journal as a screen shows it.
 *
 * @phpstan-type JournalLine array{
 *     seq: int, at: string, lead: string, rest: string, weight: 'plain'|'strong'|'quiet', by: string|null, kind: string,
 *     message: string|null,
 * }
 */
final class Telling
{
    /** @return JournalLine message: of which message it is a step */
    public static function of(Entry $entry): array
    {
        $sentence = Sentence::of($entry);

        return [
            'seq' => $entry->seq,
            'at' => $entry->at->toIso8601ZuluString('millisecond'),
            'lead' => $sentence->lead,
            'rest' => $sentence->rest,
            'weight' => $sentence->weight,
            'by' => $entry->by(),
            'kind' => $entry->kind,
            // Which message an entry is a step of: those of one stand in one line.
            'message' => match (true) {
                str_starts_with($entry->kind, 'page.') && $entry->subject_kind === 'page' => "page $entry->subject_id",
                str_starts_with($entry->kind, 'mail.') => 'mail '.self::mail($entry),
                default => null,
            },
        ];
    }

    private static function mail(Entry $entry): string
    {
        $all = $entry->told();

        // An older kind of entry does not name the message.
        return is_string($all['mail'] ?? null) ? $all['mail'] : json_encode(
            [$all['to'] ?? '', $all['subject'] ?? ''], JSON_THROW_ON_ERROR | JSON_INVALID_UTF8_SUBSTITUTE,
        );
    }
}
