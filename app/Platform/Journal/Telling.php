<?php

declare(strict_types=1);

namespace App\Platform\Journal;

/** An entry of the journal as a screen shows it. */
final class Telling
{
    /** @return array{seq: int, at: string, lead: string, rest: string, weight: string, by: ?string, kind: string, message: ?string} */
    public static function of(Entry $entry): array
    {
        $sentence = Sentence::of($entry);

        return [
            'seq' => $entry->seq,
            'at' => $entry->at->toIso8601ZuluString('millisecond'),
            'lead' => $sentence->lead,
            'rest' => $sentence->rest,
            'weight' => $sentence->weight,
            'by' => $entry->actor_kind === 'system' ? null : $entry->actor_name,
            'kind' => $entry->kind,
            // Which message an entry is a step of: those of one stand in one line.
            'message' => match (true) {
                str_starts_with($entry->kind, 'page.') && $entry->subject_kind === 'page' => "page $entry->subject_id",
                str_starts_with($entry->kind, 'mail.') => 'mail '.json_encode(
                    [$entry->facts['to'] ?? '', $entry->facts['subject'] ?? ''],
                    JSON_THROW_ON_ERROR | JSON_INVALID_UTF8_SUBSTITUTE,
                ),
                default => null,
            },
        ];
    }
}
