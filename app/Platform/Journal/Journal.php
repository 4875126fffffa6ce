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
     * @param  array{string, string|int}  $subject  kind and id of the record that it is about first of all
     * @param  array<string, mixed>  $facts  what a reader needs to understand the entry without the record
     * @param  array<string, string|int|null>  $also  further records that it stands on, by kind
     * @param  CarbonInterface|null  $at  now, unless history is put in place
     * @return int its place in the journal
     */
    public static function write(
        Actor $actor, EntryKind $kind, array $subject, array $facts = [], array $also = [], ?CarbonInterface $at = null,
    ): int {
        return self::put($actor, $at ?? now(), [
            ['kind' => $kind, 'subject' => $subject[0], 'id' => $subject[1], 'facts' => $facts, 'also' => $also],
        ])[0];
    }

    /**
     * Writes many entries of one actor about records of one kind, in a statement for a few hundred.
     *
     * @param  list<array{kind: EntryKind, id: int|string, facts: array<string, mixed>, also: array<string, string|int|null>}>  $entries
     */
    public static function writeMany(Actor $actor, string $subject, array $entries): void
    {
        $now = now();
        foreach (array_chunk($entries, self::ROWS_A_STATEMENT) as $chunk) {
            self::put($actor, $now, array_map(static fn(array $entry): array => [...$entry, 'subject' => $subject], $chunk));
        }
    }

    public static function head(): int
    {
        return (int) DB::table('journal')->max('seq');
    }

    /**
     * Erases what people typed, and addresses, in all entries that name a record. The entries stay.
     *
     * @return int how many words
     */
    public static function erase(string $kind, string|int $id): int
    {
        return DB::table('journal_words')->whereNotNull('words')->whereIn(
            'seq', DB::table('journal_subjects')->where('kind', $kind)->where('id', (string) $id)->select('seq'),
        )->update(['words' => null]);
    }

    /**
     * @param  non-empty-list<array{kind: EntryKind, subject: string, id: int|string, facts: array<string, mixed>, also: array<string, string|int|null>}>  $entries
     * @return non-empty-list<int>
     */
    private static function put(Actor $actor, CarbonInterface $at, array $entries): array
    {
        $rows = $words = [];
        foreach ($entries as $i => $entry) {
            $beside = [...$entry['kind']->particulars(), 'reporter' => Particular::Words];
            $facts = [...$entry['facts'], ...($actor->typed === null ? [] : ['reporter' => $actor->typed])];
            $typed = array_filter(
                $facts, static fn(string $fact): bool => ($beside[$fact] ?? null) === Particular::Words, ARRAY_FILTER_USE_KEY,
            );
            foreach (array_filter($typed, static fn(mixed $one): bool => $one !== '' && $one !== null) as $fact => $one) {
                $words[] = [$i, $fact, self::json($one)];
            }
            array_push(
                $rows, Moment::precise($at), $actor->kind, $actor->id, $entry['kind']->value, $entry['subject'], (string) $entry['id'],
                self::json((object) array_diff_key($facts, $typed)),
            );
        }
        $seqs = array_values(array_map(
            static fn(\stdClass $row): int => (int) $row->seq,
            DB::selectFromWriteConnection(
                'insert into journal (at, actor_kind, actor_id, kind, subject_kind, subject_id, facts) values '
                .implode(', ', array_fill(0, count($entries), '(?, ?, ?, ?, ?, ?, ?)')).' returning seq',
                $rows,
            ),
        ));
        $subjects = [];
        foreach ($entries as $i => $entry) {
            $named = [[$entry['subject'], (string) $entry['id']]];
            foreach ($entry['also'] as $kind => $id) {
                if ($id !== null && ! in_array([$kind, (string) $id], $named, true)) {
                    $named[] = [$kind, (string) $id];
                }
            }
            foreach ($named as [$kind, $id]) {
                $subjects[] = ['kind' => $kind, 'id' => $id, 'seq' => $seqs[$i]];
            }
        }
        DB::table('journal_subjects')->insert($subjects);
        DB::table('journal_words')->insert(array_map(
            static fn(array $one): array => ['seq' => $seqs[$one[0]], 'fact' => $one[1], 'words' => $one[2]], $words,
        ));

        return $seqs ?: throw new \LogicException('An entry that was written has its place.');
    }

    private static function json(mixed $value): string
    {
        return json_encode($value, JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES);
    }
}
