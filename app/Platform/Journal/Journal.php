<?php

declare(strict_types=1);

namespace App\Platform\Journal;

use App\Platform\Contracts\EntryKind;
use App\Platform\Moment;
use Carbon\CarbonInterface;
use Illuminate\Support\Facades\DB;

/** Writes the journal. Call it inside the transaction of what it tells of. */
final class Journal
{
    private const ROWS_A_STATEMENT = 500;

    /**
     * @param  array{string, string|int}  $subject  kind and id of the record
     * @param  array<string, mixed>  $facts  what a reader needs to understand the entry without the record
     * @param  CarbonInterface|null  $at  now, unless history is put in place
     */
    public static function write(
        Actor $actor, EntryKind $kind, array $subject, array $facts = [], ?int $incident = null, ?CarbonInterface $at = null,
    ): Entry {
        return Entry::query()->create([
            'at' => $at ?? now(),
            'actor_kind' => $actor->kind,
            'actor_id' => $actor->id,
            'actor_name' => $actor->name,
            'kind' => $kind->value,
            'subject_kind' => $subject[0],
            'subject_id' => (string) $subject[1],
            'incident_id' => $incident,
            'facts' => $facts,
        ]);
    }

    /**
     * Writes many entries of one actor about records of one kind, in one statement a few hundred.
     *
     * @param  list<array{kind: EntryKind, id: int|string, facts: array<string, mixed>, incident: int|null}>  $entries
     */
    public static function writeMany(Actor $actor, string $subject, array $entries): void
    {
        $at = Moment::precise(now());
        foreach (array_chunk($entries, self::ROWS_A_STATEMENT) as $chunk) {
            DB::table('journal')->insert(array_map(static fn(array $entry): array => [
                'at' => $at, 'actor_kind' => $actor->kind, 'actor_id' => $actor->id, 'actor_name' => $actor->name,
                'kind' => $entry['kind']->value,
                'subject_kind' => $subject, 'subject_id' => (string) $entry['id'], 'incident_id' => $entry['incident'],
                'facts' => json_encode($entry['facts'], JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE),
            ], $chunk));
        }
    }

    public static function head(): int
    {
        return (int) Entry::query()->max('seq');
    }
}
