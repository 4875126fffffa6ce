<?php

declare(strict_types=1);

namespace App\Updates\Following;

use App\Platform\Contracts\CanWait;
use App\Platform\Journal\Entry;
use App\Platform\Journal\Journal;
use App\Platform\Journal\Sentence;
use App\Platform\Moment;
use App\Platform\Outbox\Outbox;
use App\Platform\Person;
use App\Platform\WallClock;
use App\Updates\Contracts\FollowedRecords;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Support\Facades\DB;

/** Mails what was written into the story of a ticket or a change to whoever follows it: what belongs together in one mail. */
final class TellRecordFollowers implements CanWait
{
    /** Somebody may still be at it: it is told once nothing came for so long, */
    private const QUIET_SECONDS = 30;

    /** or since the first of it for so long. */
    private const LONGEST_SECONDS = 180;

    private const AT_ONCE = 200;

    private const MOST_LINES = 40;

    /** Up to where in the journal nobody waits for anything. */
    private int $seen = -1;

    public function name(): string
    {
        return 'record-followers';
    }

    public function waitsSeconds(): float
    {
        return 1.0;
    }

    public function whileBroken(): string
    {
        return 'Whoever follows a ticket or a change is not mailed what happens to it.';
    }

    public function __invoke(\Closure $mayWork): int
    {
        $head = Journal::head();
        if ($head === $this->seen) {
            return 0;
        }
        $behind = DB::table('record_followers')->whereExists(
            static fn($entries) => $entries->from('journal_subjects')->whereColumn('journal_subjects.kind', 'record_followers.kind')
                ->whereRaw('journal_subjects.id = cast(record_followers.record_id as text)')->whereColumn('seq', '>', 'told_seq'),
        )->orderBy('told_seq')->limit(self::AT_ONCE)->get();
        $done = 0;
        foreach ($behind as $row) {
            $done += DB::transaction(
                fn(): int => $mayWork() ? $this->tell((string) $row->kind, (int) $row->record_id, (string) $row->person_id) : 0
            );
        }
        if ($behind->isEmpty()) {
            $this->seen = $head;
        }

        return $done;
    }

    private function tell(string $kind, int $id, string $personId): int
    {
        $row = DB::table('record_followers')->where(['kind' => $kind, 'record_id' => $id, 'person_id' => $personId])->lockForUpdate()
            ->first();
        $records = FollowRecord::kind($kind);
        $person = Person::query()->find($personId);
        if ($row === null) {
            return 0;
        }
        $title = $person === null || $person->left_at !== null ? null : $records?->title($id, $person);
        if ($records === null || $person === null || $title === null) {
            // It is gone, or not theirs any more; so are they.
            DB::table('record_followers')->where(['kind' => $kind, 'record_id' => $id, 'person_id' => $personId])->delete();

            return 1;
        }
        $entries = Entry::query()->about($kind, $id)->where('seq', '>', (int) $row->told_seq)->orderBy('seq')->get();
        $first = $entries->first();
        $last = $entries->last();
        if ($first === null || $last === null || ! self::isWhole($first, $last)) {
            return 0;
        }
        DB::table('record_followers')->where(['kind' => $kind, 'record_id' => $id, 'person_id' => $personId])
            ->update(['told_seq' => $last->seq]);
        // What they did themselves they know.
        $news = $entries->filter(static fn(Entry $one): bool => ! in_array($one->kind, $records->noNews(), true)
            && ($one->actor_kind !== 'person' || $one->actor_id !== $personId));
        if ($news->isNotEmpty() && (string) $person->email !== '') {
            Outbox::put('mail', "follows-$kind-$id-$personId-$last->seq", [
                'to' => $person->email, 'subject' => $title, 'text' => self::text($news, $records, $id, $title),
            ], now());
        }

        return 1;
    }

    private static function isWhole(Entry $first, Entry $last): bool
    {
        $now = Moment::now();

        return $now - $last->at->getTimestamp() >= self::QUIET_SECONDS || $now - $first->at->getTimestamp() >= self::LONGEST_SECONDS;
    }

    /** @param  Collection<int, Entry>  $news */
    private static function text(Collection $news, FollowedRecords $records, int $id, string $title): string
    {
        $lines = $news->take(-self::MOST_LINES)->map(static function (Entry $one): string {
            $sentence = Sentence::of($one);

            return WallClock::outside($one->at, WallClock::organisation()).'  '.implode(' ', array_filter([
                $sentence->lead, $sentence->rest, $one->by() === null ? '' : "({$one->by()})",
            ]));
        })->all();
        $left = $news->count() - count($lines);

        return "$title\n\n".(
            $left > 0 ? "$left more before these.\n" : ''
        ).implode("\n", $lines)."\n\n".url($records->link($id))."\n\n-- \n"
            .'You follow this. Times without a zone are on the clocks of '.WallClock::organisation()
                .". To follow it no more, open it and press f.\n";
    }
}
