<?php

declare(strict_types=1);

namespace App\Paging;

use App\Platform\Contracts\EntryKind;
use App\Platform\Database\RowUpdates;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Moment;
use App\Platform\Outbox\Outbox;
use App\Platform\Person;
use App\Rota\Rota;
use Illuminate\Support\Facades\DB;
use Skarvo\Paging\Page as CorePage;
use Skarvo\Rota\Segment;

/** What many calls that are followed in one transaction share: what was read once, and what is written at its end in few statements. */
final class CallBatch
{
    /** @var array<string, list<Segment>> */
    private array $rotas = [];

    /** @var array<array-key, Person> */
    private array $people = [];

    /** @var list<array{call: Call, ordinal: int, page: CorePage, at: int}> */
    private array $pages = [];

    /** @var list<array{kind: EntryKind, id: int, facts: array<string, mixed>, also: array<string, string|int|null>}> */
    private array $entries = [];

    private ?RowUpdates $calls = null;

    /**
     * Thousands may be due in one second, so a call is kept as a row.
     *
     * @param  array<string, scalar|null>  $row  as the database has it
     */
    public function keep(Call $call, array $row): void
    {
        $was = $call->getRawOriginal();
        $changes = [];
        foreach ($row as $column => $value) {
            if (! array_key_exists($column, $was) || $was[$column] !== $value) {
                $changes[$column] = $value;
            }
        }
        if ($changes !== []) {
            ($this->calls ??= new RowUpdates('calls'))->update($call->id, $changes);
        }
        $call->setRawAttributes([...$call->getAttributes(), ...$row], true);
    }

    /** @return list<Segment> none if there is no such rota */
    public function segments(string $rota, int $from, int $to): array
    {
        return $this->rotas["$rota $from $to"] ??= Rota::query()->find($rota)?->between($from, $to)->segments ?? [];
    }

    /**
     * @param  list<string>  $ids
     * @return array<array-key, Person> those that there are, with their contacts
     */
    public function people(array $ids): array
    {
        $unknown = array_values(array_diff($ids, array_map(strval(...), array_keys($this->people))));
        if ($unknown !== []) {
            foreach (Person::query()->with('contacts')->whereKey($unknown)->get() as $person) {
                $this->people[$person->id] = $person;
            }
        }

        return array_intersect_key($this->people, array_flip($ids));
    }

    /** @param  array<string, mixed>  $facts */
    public function tell(EntryKind $kind, Call $call, array $facts): void
    {
        $this->entries[] = ['kind' => $kind, 'id' => $call->id, 'facts' => $facts, 'also' => $call->occasion->record()];
    }

    /** @param  int  $at  on the clocks of people, seconds since the epoch */
    public function page(Call $call, int $ordinal, CorePage $page, int $at): void
    {
        $this->pages[] = ['call' => $call, 'ordinal' => $ordinal, 'page' => $page, 'at' => $at];
    }

    /** Writes down what came about. */
    public function write(): void
    {
        Journal::writeMany(Actor::system(), 'call', $this->entries);
        $this->entries = [];
        if ($this->pages === []) {
            return;
        }
        foreach (array_chunk($this->pages, 50) as $some) {
            self::writePages($some);
        }
        $this->pages = [];
    }

    /**
     * @param  list<string>  $people
     * @return array<string, string> by person and channel
     */
    private static function addresses(array $people): array
    {
        return DB::table('contacts')->whereIn('person_id', array_unique($people))->orderByDesc('after_seconds')->orderByDesc('id')
            ->get(['person_id', 'channel', 'address'])
            ->mapWithKeys(static fn(\stdClass $one): array => ["$one->person_id $one->channel" => (string) $one->address])->all();
    }

    /** @param  list<array{call: Call, ordinal: int, page: CorePage, at: int}>  $some */
    private static function writePages(array $some): void
    {
        $addresses = self::addresses(array_map(static fn(array $one): string => $one['page']->person, $some));
        $rows = $moments = [];
        foreach ($some as ['call' => $call, 'ordinal' => $ordinal, 'page' => $page, 'at' => $at]) {
            $rows[] = Page::row([
                'call_id' => $call->id, 'ordinal' => $ordinal, 'person_id' => $page->person, 'channel' => $page->channel,
                'address' => $addresses["$page->person $page->channel"] ?? '', 'round' => $page->round, 'step' => $page->step,
            ], $moments[$at] ??= Moment::of($at));
        }
        DB::table('pages')->insert($rows);
        $ids = DB::table('pages')->whereIn('token', array_column($rows, 'token'))->pluck('id', 'token');
        $entries = $messages = [];
        foreach ($some as $i => ['call' => $call, 'page' => $page, 'at' => $at]) {
            $id = (int) $ids[$rows[$i]['token']];
            $entries[] = [
                'kind' => PagingEntry::PageQueued, 'id' => $id,
                'facts' => ['person' => $page->person, 'channel' => $page->channel],
                'also' => $call->occasion->record(),
            ];
            $messages[] = [
                'key' => "page-$id",
                'payload' => [
                    'page' => $id, 'channel' => $page->channel,
                    'together' => "$page->person $page->channel {$rows[$i]['address']}",
                ],
                'due' => $moments[$at], 'rank' => $call->occasion->priority,
            ];
        }
        Journal::writeMany(Actor::system(), 'page', $entries);
        Outbox::putMany('page', $messages);
    }
}
