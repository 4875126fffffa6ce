<?php

declare(strict_types=1);

namespace App\Signals\Live;

use App\Platform\Moment;
use App\Signals\RemindOfDates;
use Illuminate\Support\Facades\DB;
use Skarvo\Signals\Replay\Settings;
use Skarvo\Signals\Replay\Stamp;

/**
 * Which alerts hang together with some that changed: by a group in which they stand, or by items that are related, from
 * one to the next. How all others were brought together stays as it is, whatever becomes of these.
 */
final readonly class HangTogether
{
    private const CHUNK = 500;

    public function __construct(private Settings $settings, private RelatedItems $near) {}

    /**
     * @param  list<int>  $changed  ids of alerts
     * @param  string  $from  a stamp: openings before it stand
     * @param  int  $most  more than these are not looked for
     * @return list<int>|null ids of alerts, of before the stamp too; null: there are more
     */
    public function with(array $changed, string $from, int $most): ?array
    {
        $at = Stamp::instant($from);
        $alerts = $items = [];
        for ($front = $changed; $front !== []; $front = $this->alertsAt($fresh, $at, $alerts)) {
            $new = array_diff_key(array_fill_keys([...$front, ...self::members($front)], true), $alerts);
            $alerts += $new;
            if (count($alerts) > $most) {
                return null;
            }
            $fresh = array_diff_key($this->itemsOf(array_keys($new)), $items);
            $items += $fresh;
        }

        return array_keys($alerts);
    }

    /**
     * @param  list<int>  $alerts
     * @return list<int> all that stand in their groups
     */
    private static function members(array $alerts): array
    {
        $members = [];
        foreach (array_chunk($alerts, self::CHUNK) as $chunk) {
            $groups = DB::table('alerts')->whereIn('id', $chunk)->whereNotNull('gathered_in_id')->distinct()->select('gathered_in_id');
            array_push($members, ...DB::table('alerts')->whereIn('gathered_in_id', $groups)->pluck('id')->map(intval(...))->all());
        }

        return $members;
    }

    /**
     * @param  list<int>  $alerts
     * @return array<array-key, true>
     */
    private function itemsOf(array $alerts): array
    {
        $items = [];
        foreach (array_chunk($alerts, self::CHUNK) as $chunk) {
            $items += array_fill_keys(DB::table('alert_items')->whereIn('alert_id', $chunk)->distinct()->pluck('item')->all(), true);
        }

        return $items;
    }

    /**
     * @param  array<array-key, true>  $items
     * @param  array<int, true>  $known
     * @return list<int> alerts of related items, in groups that an opening at that instant or later can still join
     */
    private function alertsAt(array $items, int $at, array $known): array
    {
        $fresh = Moment::text($at - $this->settings->gather);
        $alerts = [];
        foreach (array_chunk(
            array_map(strval(...), array_keys($this->near->around($items)->related(array_keys($items)))), self::CHUNK,
        ) as $chunk) {
            $rows = DB::table('alert_items')->join('alerts', 'alerts.id', '=', 'alert_items.alert_id')
                ->whereIn('alert_items.item', $chunk)->where('alert_items.opened_at', '>=', $this->earliest($at))
                ->whereNull('alerts.withdrawn_at')->where('alerts.source', '!=', RemindOfDates::SOURCE)
                ->where(fn($either) => $either->where('alert_items.opened_at', '>=', $fresh)->orWhereExists(
                    fn($newer) => $newer->from('alerts', 'newer')->selectRaw('1')
                        ->whereColumn('newer.gathered_in_id', 'alerts.gathered_in_id')->where('newer.opened_at', '>=', $fresh),
                ))
                ->distinct()->pluck('alerts.id');
            foreach ($rows as $id) {
                $alerts[(int) $id] = true;
            }
        }

        return array_keys(array_diff_key($alerts, $known));
    }

    private function earliest(int $at): string
    {
        return Moment::text(GatherAlerts::earliest($this->settings, $at));
    }
}
