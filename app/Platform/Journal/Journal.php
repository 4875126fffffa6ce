<?php

declare(strict_types=1);

namespace App\Platform\Journal;

use Carbon\CarbonInterface;

/** Writes the journal. Call it inside the transaction of what it tells of. */
final class Journal
{
    /**
     * @param  string  $kind  subject and past participle, such as `incident.declared`
     * @param  array{string, string|int}  $subject  kind and id of the record
     * @param  array<string, mixed>  $facts  what a reader needs to understand the entry without the record
     * @param  CarbonInterface|null  $at  now, unless history is put in place
     */
    public static function write(Actor $actor, string $kind, array $subject, array $facts = [], ?int $incident = null, ?CarbonInterface $at = null): Entry
    {
        return Entry::query()->create([
            'at' => $at ?? now(),
            'actor_kind' => $actor->kind,
            'actor_id' => $actor->id,
            'actor_name' => $actor->name,
            'kind' => $kind,
            'subject_kind' => $subject[0],
            'subject_id' => (string) $subject[1],
            'incident_id' => $incident,
            'facts' => $facts,
        ]);
    }

    public static function head(): int
    {
        return (int) Entry::query()->max('seq');
    }
}
