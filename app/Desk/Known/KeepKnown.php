<?php

declare(strict_types=1);

namespace App\Desk\Known;

use App\Platform\Contracts\CanWait;
use App\Platform\Contracts\Knows;
use App\Platform\Database\Sql;
use App\Platform\Given;
use Illuminate\Support\Facades\DB;

/** Keeps the words of what is known up with the journal: records about which something was written are looked at anew. */
final class KeepKnown implements CanWait
{
    private const MARK = 'known';

    /** Entries in one transaction. */
    private const PART = 150;

    public function name(): string
    {
        return 'known';
    }

    public function waitsSeconds(): float
    {
        return 1.0;
    }

    public function whileBroken(): string
    {
        return 'What was written lately is not found.';
    }

    public function __invoke(\Closure $mayWork): int
    {
        return Sql::hasWordIndex() && $this->mark() < $this->head()
            ? DB::transaction(fn(): int => $mayWork() ? $this->next() : 0)
            : 0;
    }

    private function next(): int
    {
        $mark = $this->mark();
        $seqs = DB::table('journal')->where('seq', '>', $mark)->orderBy('seq')->limit(self::PART)->pluck('seq');
        if ($seqs->isEmpty()) {
            return 0;
        }
        $last = (int) $seqs->last();
        $subjects = DB::table('journal_subjects')->whereBetween('seq', [$mark + 1, $last])->get(['kind', 'id'])->groupBy('kind');
        $forgot = false;
        foreach (Given::all(Knows::class) as $knows) {
            $ids = $subjects->get($knows->subject())?->map(static fn(\stdClass $one): int => (int) $one->id)->unique()->values()
                ->all() ?? [];
            foreach ($ids === [] ? [] : $knows->texts(array_values($ids)) as $record => $text) {
                $forgot = $this->keep($knows->kind(), $record, $text) || $forgot;
            }
        }
        DB::table('clock_marks')->where('name', self::MARK)->update(['mark' => $last]);
        if ($forgot) {
            // What was erased is not to linger in the index either.
            DB::statement("insert into known_search (known_search) values ('optimize')");
        }

        return $seqs->count();
    }

    /**
     * @param  array{title: string, body: string}|null  $text
     * @return bool whether what was known is so no more
     */
    private function keep(string $kind, int $record, ?array $text): bool
    {
        $of = ['kind' => $kind, 'record_id' => $record];
        $number = DB::table('known_texts')->where($of)->value('id');
        if ($number !== null) {
            DB::table('known_search')->where('rowid', $number)->delete();
        }
        if ($text === null) {
            DB::table('known_texts')->where($of)->delete();

            return $number !== null;
        }
        DB::table('known_search')->insert([
            'rowid' => $number ?? DB::table('known_texts')->insertGetId($of), 'title' => $text['title'], 'body' => $text['body'],
        ]);

        return false;
    }

    private function mark(): int
    {
        return (int) DB::table('clock_marks')->where('name', self::MARK)->value('mark');
    }

    private function head(): int
    {
        return (int) DB::table('journal')->max('seq');
    }
}
