<?php

declare(strict_types=1);

namespace App\Signals\Live;

use App\Platform\Contracts\EntryKind;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Moment;
use App\Signals\SignalEntry;
use Illuminate\Support\Facades\DB;
use Skarvo\Signals\Handling;
use Skarvo\Signals\Live\Bundle;
use Skarvo\Signals\Replay\ReplayAlert;

/**
 * Brings the stored alerts to what their bundles make of the present: those that opened, went on, closed or opened
 * again, and, where a late signal changed the past, those that were mended or turn out never to have been.
 */
final class KeepAlerts
{
    private const CHUNK = 500;

    private const COLUMNS = [
        'id', 'key', 'number', 'level', 'first_signal_at', 'last_signal_at', 'opened_at', 'closed_at', 'count', 'flips', 'stamp',
        'items', 'threads',
        'summary', 'item_named', 'check', 'source', 'withdrawn_at', 'mended_at', 'incident_id',
    ];

    /** Seconds for which a bundle remembers an alert that is over, and some more. */
    private const REMEMBERED = 2 * 86400;

    /** @var list<array{kind: EntryKind, id: int, facts: array<string, mixed>, also: array<string, string|int|null>}> */
    private array $news = [];

    private ?string $regroupFrom = null;

    /** @var array<int, true> ids of alerts because of which alerts have to be gathered anew */
    private array $regroupFor = [];

    /** @var array<int, true> */
    private array $changedIds = [];

    private readonly StoredAlerts $stored;

    /** @param  array<int, \stdClass>  $signals  rows of signals at hand, by id, with their summaries */
    public function __construct(private array $signals, private readonly Ownership $ownership, private readonly int $now)
    {
        $this->stored = new StoredAlerts;
    }

    /**
     * @param  list<array{Bundle, array<string, ReplayAlert>, array<array-key, array<array-key, true>>}>  $changed  bundles, their alerts by
     *         number and key, items on which something fires by key
     * @return array{changed: list<int>, from: string|null, for: list<int>} alerts that changed; the stamp from which on alerts have to be
     *         gathered anew, and because of which
     */
    public function __invoke(array $changed): array
    {
        $rows = $this->rows($changed);
        $this->fetchSignals($changed, $rows);
        $byKey = [];
        foreach ($rows as $name => $row) {
            $byKey[$row->key][$name] = $row;
        }
        $new = [];
        foreach ($changed as [$bundle, $alerts, $firing]) {
            foreach ($alerts as $name => $alert) {
                if ($alert->closedAt !== null && $alert->closedAt < $this->now - self::REMEMBERED) {
                    continue;
                }
                $fires = $alert->closedAt === null ? $firing[$alert->key] ?? [] : [];
                $row = $rows[$name] ?? null;
                if ($row === null) {
                    $new[] = [$alert, $fires];
                } else {
                    $this->goOn($row, $alert, $fires);
                }
            }
            foreach ($bundle->keys() as $key) {
                foreach ($byKey[$key] ?? [] as $name => $row) {
                    if (
                        ! isset($alerts[$name]) && $row->withdrawn_at === null && Moment::seconds($row->opened_at) >= $bundle->redoneFrom()
                    ) {
                        $this->withdraw($row);
                    }
                }
            }
        }
        $this->insert($new);
        Journal::writeMany(Actor::system(), 'alert', $this->news);

        return ['changed' => array_keys($this->changedIds), 'from' => $this->regroupFrom, 'for' => array_keys($this->regroupFor)];
    }

    /**
     * @param  list<array{Bundle, array<string, ReplayAlert>, array<array-key, array<array-key, true>>}>  $changed
     * @return array<string, \stdClass> by number and key
     */
    private function rows(array $changed): array
    {
        $keys = [];
        foreach ($changed as [$bundle]) {
            foreach ($bundle->keys() as $key) {
                $keys[] = $key;
            }
        }
        $rows = [];
        foreach (array_chunk($keys, self::CHUNK) as $chunk) {
            $found = DB::table('alerts')->whereIn('key', $chunk)
                ->where(fn($query) => $query->whereNull('closed_at')->orWhere(
                    'closed_at', '>=', Moment::text($this->now - self::REMEMBERED),
                ))
                ->get(self::COLUMNS);
            foreach ($found as $row) {
                $rows["$row->number $row->key"] = $row;
            }
        }

        return $rows;
    }

    /**
     * @param  list<array{Bundle, array<string, ReplayAlert>, array<array-key, array<array-key, true>>}>  $changed
     * @param  array<string, \stdClass>  $rows
     */
    private function fetchSignals(array $changed, array $rows): void
    {
        $wanted = [];
        foreach ($changed as [, $alerts]) {
            foreach ($alerts as $name => $alert) {
                if (! isset($rows[$name])) {
                    foreach ([$alert->firstOrder, $alert->lastOrder] as $id) {
                        if (! isset($this->signals[$id])) {
                            $wanted[$id] = true;
                        }
                    }
                }
            }
        }
        foreach (array_chunk(array_keys($wanted), self::CHUNK) as $chunk) {
            foreach (DB::table('signals')->whereIn('id', $chunk)->get([...StoredSignal::COLUMNS, 'summary']) as $row) {
                $this->signals[(int) $row->id] = $row;
            }
        }
    }

    /** @param  array<array-key, true>  $fires */
    private function goOn(\stdClass $row, ReplayAlert $alert, array $fires): void
    {
        $items = self::items($alert, $fires);
        $threads = json_encode(array_keys($alert->threads), JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE);
        $closed = $alert->closedAt === null ? null : Moment::text($alert->closedAt);
        $isMended = $row->stamp !== $alert->stamp || $row->withdrawn_at !== null;
        $values = [
            'level' => $alert->level->value, 'first_signal_at' => Moment::text($alert->firstSignalAt),
            'last_signal_at' => Moment::text($alert->lastAt), 'opened_at' => Moment::text($alert->openedAt), 'closed_at' => $closed,
            'count' => $alert->count, 'flips' => $alert->flips, 'stamp' => $alert->stamp, 'items' => $items, 'threads' => $threads,
            'summary' => $this->signals[$alert->lastOrder]->summary ?? $row->summary, 'withdrawn_at' => null,
            'mended_at' => $isMended ? Moment::text($this->now) : $row->mended_at,
        ];
        $changes = [];
        foreach ($values as $column => $value) {
            if ($value !== $row->{$column}) {
                $changes[$column] = $value;
            }
        }
        if ($changes === []) {
            return;
        }
        $id = (int) $row->id;
        if ($row->closed_at !== null && $closed === null) {
            $changes += ['wait_until' => null, 'put_away_at' => null];
        }
        $this->stored->update($id, $changes);
        $this->changedIds[$id] = true;
        if ($row->items !== $items || $row->opened_at !== $values['opened_at']) {
            $this->putItems($id, $alert, $fires);
        }
        if ($isMended) {
            $this->regroupFrom(min((string) $row->stamp, $alert->stamp), $id);
            $this->tell(SignalEntry::AlertMended, $row, $alert->level->value);
        } elseif ($row->items !== $items) {
            $known = json_decode((string) $row->items, true, 4, JSON_THROW_ON_ERROR);
            foreach ($alert->items as $item => $stamp) {
                if (! is_array($known) || ($known[$item][0] ?? null) !== $stamp) {
                    $this->regroupFrom($stamp, $id);
                }
            }
        }
        if (($row->closed_at === null) !== ($closed === null)) {
            $this->tell($closed === null ? SignalEntry::AlertReopened : SignalEntry::AlertClosed, $row, $alert->level->value);
        }
    }

    private function withdraw(\stdClass $row): void
    {
        DB::table('alerts')
            ->where('id', $row->id)
            ->update(['withdrawn_at' => Moment::text($this->now), 'closed_at' => $row->closed_at ?? Moment::text($this->now)]);
        $this->stored->dropItems((int) $row->id);
        $this->changedIds[(int) $row->id] = true;
        $this->regroupFrom($row->stamp, (int) $row->id);
        $this->tell(SignalEntry::AlertWithdrawn, $row, $row->level);
    }

    /** @param  list<array{ReplayAlert, array<array-key, true>}>  $new */
    private function insert(array $new): void
    {
        if ($new === []) {
            return;
        }
        $firsts = array_map(fn(array $entry): ?\stdClass => $this->signals[$entry[0]->firstOrder] ?? null, $new);
        $owners = $this->ownership->of($firsts);
        foreach ($new as $i => [$alert, $fires]) {
            $first = $firsts[$i] ?? throw new \LogicException("The signal {$alert->firstOrder} that began an alert is there.");
            $items = array_keys($alert->items);
            $named = $first->item ?? (isset($items[0]) ? (string) $items[0] : null);
            $values = [
                'key' => $alert->key, 'number' => $alert->number, 'source' => $first->source, 'check' => $first->check,
                'item_id' => $named !== null && $this->ownership->knows($named) ? $this->ownership->idOf($named) : null,
                'item_named' => $named,
                'level' => $alert->level->value, 'summary' => $this->signals[$alert->lastOrder]->summary ?? $first->summary,
                'first_signal_at' => Moment::text($alert->firstSignalAt), 'last_signal_at' => Moment::text($alert->lastAt),
                'opened_at' => Moment::text($alert->openedAt),
                'closed_at' => $alert->closedAt === null ? null : Moment::text($alert->closedAt), 'count' => $alert->count,
                'flips' => $alert->flips,
                'stamp' => $alert->stamp, 'items' => self::items($alert, $fires),
                'threads' => json_encode(array_keys($alert->threads), JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE),
                'team_id' => $owners[$i]['team'], 'handling' => $owners[$i]['handling']->value, 'rules_version' => $owners[$i]['version'],
                'handle_at' => match ($owners[$i]['handling']) {
                    Handling::Page => Moment::text($this->now),
                    Handling::Hours => Moment::text($this->ownership->nextHours($this->now)),
                    default => null,
                },
            ];
            $id = $this->stored->insert($values);
            $this->changedIds[$id] = true;
            $this->putItems($id, $alert, $fires, true);
            $this->regroupFrom($alert->stamp, $id);
            $this->tell(SignalEntry::AlertOpened, (object) [...$values, 'id' => $id, 'incident_id' => null], $alert->level->value);
        }
    }

    /** @param  array<array-key, true>  $fires */
    private function putItems(int $id, ReplayAlert $alert, array $fires, bool $isNew = false): void
    {
        if (! $isNew) {
            $this->stored->dropItems($id);
        }
        foreach ($alert->items as $item => $stamp) {
            $this->stored->putItem(
                $id, $this->ownership->idOf((string) $item), $stamp, Moment::text($alert->openedAt), isset($fires[$item])
            );
        }
    }

    private function regroupFrom(string $stamp, int $alert): void
    {
        $this->regroupFor[$alert] = true;
        $this->regroupFrom = $this->regroupFrom === null || strcmp($stamp, $this->regroupFrom) < 0 ? $stamp : $this->regroupFrom;
    }

    private function tell(EntryKind $kind, \stdClass $row, string $level): void
    {
        $this->news[] = [
            'kind' => $kind, 'id' => (int) $row->id, 'also' => ['incident' => $row->incident_id === null ? null : (int) $row->incident_id],
            'facts' => [
                'title' => $row->summary ?? "$row->check on ".($row->item_named ?? $row->source), 'item' => $row->item_named,
                'level' => $level,
            ],
        ];
    }

    /** @param  array<array-key, true>  $fires */
    private static function items(ReplayAlert $alert, array $fires): string
    {
        $items = [];
        foreach ($alert->items as $item => $stamp) {
            $items[$item] = [$stamp, isset($fires[$item])];
        }

        return json_encode((object) $items, JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE);
    }
}
