<?php

declare(strict_types=1);

namespace App\Signals\Live;

use App\Platform\Moment;
use App\Signals\RemindOfDates;
use Illuminate\Database\Query\Builder;
use Illuminate\Support\Facades\DB;
use Skarvo\Signals\Level;
use Skarvo\Signals\Replay\ReplayAlert;
use Skarvo\Signals\Replay\Settings;

/**
 * Brings alerts together in groups, from the earliest opening that changed: what was joined from then on is undone and
 * done anew. A group is known by its founder. What people split off or put together stays so.
 */
final class GatherAlerts
{
    private const CHUNK = 500;

    /** Where at most so many times as many opened since as changed, all of them are gathered anew. */
    private const OTHERS = 2;

    /** More than these are not picked out by their ids. */
    private const MOST = 5000;

    /** How long a group takes alerts in where no limit is set. */
    private const LONGEST_SECONDS = 30 * 86400;

    /** @var \SplObjectStorage<ReplayAlert, int> ids of alerts */
    private \SplObjectStorage $ids;

    private readonly RelatedItems $near;

    /** @var list<int>|null ids of the alerts that are gathered anew; null: of all that opened since */
    private ?array $only = null;

    public function __construct(private readonly Settings $settings)
    {
        $this->ids = new \SplObjectStorage;
        $this->near = new RelatedItems($settings);
    }

    /**
     * @param  string  $from  a stamp: openings before it stand
     * @param  list<int>  $changed  ids of alerts that opened since, or were mended, withdrawn or gained an item
     */
    public function __invoke(string $from, array $changed): void
    {
        $this->only = $this->hangTogether($from, $changed);
        $rows = $this->alerts()->where('stamp', '>=', $from)
            ->whereNull('withdrawn_at')->orderBy('stamp')
            ->get(['id', 'key', 'number', 'opened_at', 'stamp', 'items', 'source', 'joined_id', 'gathered_in_id']);
        $apart = $this->undo($from);
        $openings = [];
        foreach ($rows as $row) {
            $alert = self::bare($row->key, (int) $row->number, $row->opened_at, $row->stamp);
            // A date that comes near is no part of an outage of its item, and is not resolved with it.
            foreach (
                $row->source === RemindOfDates::SOURCE
                    ? []
                    : (array) json_decode($row->items, true, 4, JSON_THROW_ON_ERROR) as $item => $entry
            ) {
                $alert->items[$item] = is_array($entry) && is_string($entry[0]) ? $entry[0] : $row->stamp;
            }
            $this->ids[$alert] = (int) $row->id;
            $openings[] = $alert;
        }
        if ($openings === []) {
            self::showIn($apart);

            return;
        }
        $items = [];
        foreach ($openings as $alert) {
            $items += $alert->items;
        }
        $regrouping = $this->near->around($items);
        $opened = $founders = [];
        foreach ($rows as $row) {
            // What comes together as it was needs no writing.
            $opened[(int) $row->id] = $row->joined_id === null ? null : [(int) $row->joined_id, (int) $row->gathered_in_id];
            if ($row->gathered_in_id === $row->id) {
                $founders[] = (int) $row->id;
            }
        }
        $this->save(
            $regrouping->open($this->standing($regrouping->related(array_keys($items)), $openings[0], $from), $openings), $opened,
            $founders, $apart,
        );
    }

    /** @return int seconds since the epoch: a group in which one opened before can take no opening of that instant in, nor a later one */
    public static function earliest(Settings $settings, int $at): int
    {
        return $at - ($settings->gatherLimit ?? self::LONGEST_SECONDS);
    }

    /**
     * Where many others opened since, only what hangs together with what changed is done anew.
     *
     * @param  list<int>  $changed
     * @return list<int>|null
     */
    private function hangTogether(string $from, array $changed): ?array
    {
        $later = DB::table('alerts')->where('stamp', '>=', $from)->count();

        return $later <= self::OTHERS * count($changed)
            ? null
            : (new HangTogether($this->settings, $this->near))->with($changed, $from, min($later, self::MOST));
    }

    private function alerts(): Builder
    {
        $alerts = DB::table('alerts');

        return $this->only === null ? $alerts : $alerts->whereIntegerInRaw('id', $this->only);
    }

    /**
     * Takes apart what had come together from a stamp on, as far as it opened before: what opened since stays written as it
     * was until it is known where it comes.
     *
     * @return list<int> alerts that are in another group now
     */
    private function undo(string $from): array
    {
        $apart = $this->alerts()->where('merged_stamp', '>=', $from)->pluck('gathered_in_id', 'id');
        $this->alerts()->where('stamp', '>=', $from)->whereNotNull('gathered_in_id')->whereNotNull('withdrawn_at')
            ->update(['joined_id' => null, 'gathered_in_id' => null]);
        if ($apart->isEmpty()) {
            return [];
        }
        $this->alerts()->where('merged_stamp', '>=', $from)->update(['merged_into_id' => null, 'merged_stamp' => null]);
        $moved = [];
        foreach ($apart->filter()->unique()->chunk(self::CHUNK) as $groups) {
            $members = DB::table('alerts')->whereIn('gathered_in_id', $groups->values())
                ->where('stamp', '<', $from)
                ->get(['id', 'joined_id', 'gathered_in_id', 'merged_into_id'])->keyBy('id');
            foreach ($members as $member) {
                $founder = (int) $member->joined_id;
                while (($into = $members->get($founder)?->merged_into_id) !== null) {
                    $founder = (int) $into;
                }
                if ($founder !== (int) $member->gathered_in_id) {
                    DB::table('alerts')->where('id', $member->id)->update(['gathered_in_id' => $founder]);
                    $moved[] = (int) $member->id;
                }
            }
        }

        return $moved;
    }

    /**
     * Groups that one of the openings may join, each in short: its founder with what the group covers, and when its newest opened.
     *
     * @param  array<array-key, true>  $related
     * @return list<non-empty-list<ReplayAlert>>
     */
    private function standing(array $related, ReplayAlert $first, string $from): array
    {
        $earliest = Moment::text(self::earliest($this->settings, $first->openedAt));
        $groups = [];
        foreach (array_chunk(array_map(strval(...), array_keys($related)), self::CHUNK) as $chunk) {
            $rows = DB::table('alert_items')->join('alerts', 'alerts.id', '=', 'alert_items.alert_id')->whereIn('alert_items.item', $chunk)
                ->where('alert_items.opened_at', '>=', $earliest)->where('alerts.stamp', '<', $from)->whereNull('alerts.withdrawn_at')
                ->where('alerts.source', '!=', RemindOfDates::SOURCE)
                ->groupBy('alerts.gathered_in_id', 'alert_items.item')
                ->selectRaw('alerts.gathered_in_id as founder, alert_items.item as item, min(alert_items.stamp) as stamp')->get();
            foreach ($rows as $row) {
                $groups[(int) $row->founder][(string) $row->item] = (string) $row->stamp;
            }
        }
        $standing = [];
        foreach (array_chunk(array_keys($groups), self::CHUNK) as $chunk) {
            $newest = DB::table('alerts')->whereIn('gathered_in_id', $chunk)
                ->where('stamp', '<', $from)->whereNull('withdrawn_at')->groupBy('gathered_in_id')
                ->selectRaw('gathered_in_id as founder, max(opened_at) as opened_at')->pluck('opened_at', 'founder');
            foreach (DB::table('alerts')->whereIn('id', $chunk)->get(['id', 'key', 'number', 'opened_at', 'stamp']) as $row) {
                $founder = self::bare($row->key, (int) $row->number, $row->opened_at, $row->stamp);
                $founder->items = $groups[(int) $row->id] ?? [];
                $this->ids[$founder] = (int) $row->id;
                $last = (string) $newest[$row->id];
                $standing[] = $last === $row->opened_at ? [$founder] : [$founder, self::bare($row->key, 0, $last, $row->stamp)];
            }
        }

        return $standing;
    }

    /**
     * @param  list<array{alerts: non-empty-list<ReplayAlert>, taken: list<array{ReplayAlert, string, ReplayAlert}>}>  $groups
     * @param  array<int, array{int, int}|null>  $opened  what each of those that opened had joined, and the founder of its group, where
     *      that stands
     * @param  list<int>  $founders  those that were known as the founder of a group
     * @param  list<int>  $changed  those that are in another group already
     */
    private function save(array $groups, array $opened, array $founders, array $changed): void
    {
        $pdo = DB::connection()->getPdo();
        $join = $pdo->prepare('update alerts set joined_id = ?, gathered_in_id = ? where id = ?');
        $merge = $pdo->prepare('update alerts set merged_into_id = ?, merged_stamp = ? where id = ?');
        foreach ($groups as ['alerts' => $alerts, 'taken' => $taken]) {
            $founder = $this->ids[$alerts[0]];
            foreach ($taken as [$alert, $stamp, $into]) {
                $merge->execute([$this->ids[$into], $stamp, $this->ids[$alert]]);
                $founders[] = $this->ids[$alert];
                array_push(
                    $changed,
                    ...DB::table('alerts')->where('gathered_in_id', $this->ids[$alert])->pluck('id')->map(intval(...))->all(),
                );
                DB::table('alerts')->where('gathered_in_id', $this->ids[$alert])->update(['gathered_in_id' => $founder]);
            }
            foreach ($alerts as $alert) {
                $id = isset($this->ids[$alert]) ? $this->ids[$alert] : 0;
                $joined = $alert->joined === null ? $id : $this->ids[$alert->joined];
                if (array_key_exists($id, $opened) && $opened[$id] !== [$joined, $founder]) {
                    $join->execute([$joined, $founder, $id]);
                    $changed[] = $id;
                }
            }
        }
        self::showIn([...$changed, ...self::passOn($founders)]);
    }

    /**
     * What people made of a group stays so when another alert becomes its founder: what joins that one goes where it went.
     *
     * @param  list<int>  $founders
     * @return list<int> alerts that are shown elsewhere because of it
     */
    private static function passOn(array $founders): array
    {
        $shown = [];
        foreach (array_chunk($founders, self::CHUNK) as $chunk) {
            $gone = DB::table('alerts')->whereIn('id', $chunk)->whereColumn('gathered_in_id', '!=', 'id')
                ->where(fn(Builder $either) => $either->whereNotNull('put_with_id')->orWhereNotNull('moved_to_id'))
                ->orderBy('stamp')->get(['gathered_in_id', 'put_with_id', 'moved_to_id']);
            foreach ($gone as $row) {
                $isNew = DB::table('alerts')->where('id', $row->gathered_in_id)->whereNull('put_with_id')->whereNull('moved_to_id')
                    ->update(['put_with_id' => $row->put_with_id ?? $row->moved_to_id]) === 1;
                if ($isNew) {
                    array_push(
                        $shown, ...DB::table('alerts')->where('gathered_in_id', $row->gathered_in_id)->pluck('id')->map(intval(...))
                    );
                }
            }
        }

        return $shown;
    }

    /**
     * Shows alerts under the groups that they belong to. Alerts of which people made something stay where that put them,
     * under an alert that was put under itself; the others go with what their founder's group was put with, or with the founder.
     *
     * @param  list<int>  $alerts
     */
    public static function showIn(array $alerts): void
    {
        $with = '(select coalesce(f.put_with_id, f.moved_to_id) from alerts f where f.id = alerts.gathered_in_id)';
        $where = "coalesce(moved_to_id, $with, gathered_in_id)";
        foreach (array_chunk(array_values(array_unique($alerts)), self::CHUNK) as $chunk) {
            DB::table('alerts')->whereIn('id', $chunk)->whereRaw("(group_id is null or $where is null or group_id <> $where)")
                ->update(['group_id' => DB::raw($where)]);
        }
    }

    private static function bare(string $key, int $number, string $openedAt, string $stamp): ReplayAlert
    {
        $seconds = Moment::seconds($openedAt);

        return new ReplayAlert($key, $number, $seconds, $seconds, 0, Level::Info, $stamp);
    }
}
