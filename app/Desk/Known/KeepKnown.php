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
            $forgot = $ids !== [] && $this->keep($knows->kind(), $knows->texts(array_values($ids))) || $forgot;
        }
        DB::table('clock_marks')->where('name', self::MARK)->update(['mark' => $last]);
        if ($forgot) {
            // What was erased is not to linger in the index either.
            DB::statement("insert into known_search (known_search) values ('optimize')");
        }

        return $seqs->count();
    }

    /**
     * Most of what is written of a record changes none of its words: only those that became others are written.
     *
     * @param  array<int, array{title: string, body: string}|null>  $texts  by record
     * @return bool whether what was known of any is so no more
     */
    private function keep(string $kind, array $texts): bool
    {
        $known = DB::table('known_texts')->leftJoin('known_search', 'known_search.rowid', '=', 'known_texts.id')
            ->where('kind', $kind)->whereIn('record_id', array_keys($texts))
            ->get(['known_texts.id', 'record_id', 'title', 'body'])->keyBy('record_id');
        $same = static function (?array $text, int $record) use ($known): bool {
            $was = $known->get($record);

            return $text !== null && $was !== null && [$was->title, $was->body] === [$text['title'], $text['body']];
        };
        $changed = array_filter($texts, static fn(?array $text, int $record): bool => ! $same($text, $record), ARRAY_FILTER_USE_BOTH);
        if ($changed === []) {
            return false;
        }
        $was = $known->only(array_keys($changed));
        DB::table('known_search')->whereIn('rowid', $was->pluck('id'))->delete();
        $gone = $was->whereIn('record_id', array_keys($changed, null, true));
        DB::table('known_texts')->whereIn('id', $gone->pluck('id'))->delete();
        foreach (array_filter($changed) as $record => $text) {
            DB::table('known_search')->insert([
                'rowid' => $was->get($record)->id ?? DB::table('known_texts')->insertGetId(['kind' => $kind, 'record_id' => $record]),
                ...$text,
            ]);
        }

        return $gone->isNotEmpty();
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
