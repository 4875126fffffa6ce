<?php

declare(strict_types=1);

namespace App\Rota;

use App\Platform\Given;
use App\Platform\Moment;
use App\Rota\Contracts\HandsOver;
use App\Signals\Alert;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Support\Facades\DB;
use Skarvo\Signals\Noise;

/**
 * What whoever leaves a turn tells whoever comes: what is open, what was noisy, what to watch.
 *
 * It puts itself together from what is known; people add to it and confirm it.
 *
 * @phpstan-type Near array{at: int, leaves: string|null, comes: string|null, since: int}
 */
final class Handovers
{
    /** One that is past is shown for so long, and one to come so long ahead: seconds. */
    private const BACK = 12 * 3600;

    private const AHEAD = 36 * 3600;

    private const LINES = 6;

    private const NOISY = 5;

    /** @return list<Near> changes of hands that are near, in order; seconds since the epoch */
    public static function near(Rota $rota): array
    {
        $now = now()->getTimestamp();
        $segments = $rota->between($now - self::BACK - 14 * 86400, $now + self::AHEAD)->segments;
        $near = [];
        foreach ($segments as $i => $segment) {
            $before = $segments[$i - 1] ?? null;
            if ($before !== null && $before->person !== $segment->person && $segment->from >= $now - self::BACK) {
                $near[] = ['at' => $segment->from, 'leaves' => $before->person, 'comes' => $segment->person, 'since' => $before->from];
            }
        }

        return $near;
    }

    /** @return list<array{title: string, lines: list<array{text: string, link: string}>}> */
    public static function gather(Rota $rota, int $since, int $at): array
    {
        $from = Given::all(HandsOver::class);
        $open = array_merge(...array_map(static fn(HandsOver $one): array => $one->open($rota), $from));
        $noisy = array_merge(...array_map(static fn(HandsOver $one): array => $one->noisy($rota, $since, $at), $from));
        $watch = array_merge(...array_map(static fn(HandsOver $one): array => $one->watch($rota, $since, $at), $from));

        return [
            ['title' => 'Open', 'lines' => array_slice([...$open, ...self::alerts($rota)], 0, self::LINES * 2)],
            ['title' => 'Noisy in this turn', 'lines' => [...self::noisy($rota, $since, $at), ...$noisy]],
            ['title' => 'To watch', 'lines' => array_slice([...$watch, ...self::watch($rota, $at)], 0, self::LINES)],
        ];
    }

    /** @return list<array{text: string, link: string}> */
    private static function alerts(Rota $rota): array
    {
        $free = self::ofTeam($rota)->whereNull('closed_at')->free()->whereNull('put_away_at');

        return array_values($free->orderByDesc('opened_at')->limit(self::LINES)->get()->map(static fn(Alert $alert): array => [
            'text' => "{$alert->level->value}: {$alert->title()}".($alert->taken_at === null ? ', nobody has it' : ''),
            'link' => "/alerts/$alert->id",
        ])->all());
    }

    /** @return list<array{text: string, link: string}> */
    private static function noisy(Rota $rota, int $since, int $at): array
    {
        $alerts = self::ofTeam($rota)->whereBetween('opened_at', [Moment::text($since), Moment::text($at)])
            ->selectRaw('"key", max(id) as id, count(*) as times, sum(count) as signals')
                ->groupBy('key')->orderByRaw('count(*) desc, sum(count) desc')->toBase()->get()
            ->filter(static fn(\stdClass $row): bool => Noise::isNoisy((int) $row->times, (int) $row->signals))->take(self::NOISY);
        $titles = Alert::query()->whereKey($alerts->pluck('id'))->get()->keyBy('id');

        return array_values($alerts->map(static fn(\stdClass $row): array => [
            'text' => ($titles->get((int) $row->id)?->title() ?? '').": $row->times times, $row->signals signals",
            'link' => "/alerts/$row->id",
        ])->all());
    }

    /** @return list<array{text: string, link: string}> */
    private static function watch(Rota $rota, int $at): array
    {
        $lines = [];
        $zone = new \DateTimeZone($rota->time_zone);
        $time = static fn(int $seconds): string => (new \DateTimeImmutable("@$seconds"))->setTimezone($zone)->format('D H:i');
        foreach (
            DB::table('quiet_times')->where('to_at', '>', Moment::text(now()->getTimestamp()))
                ->where('to_at', '<=', Moment::text($at + 86400))->orderBy('to_at')->limit(3)->get() as $quiet
        ) {
            $lines[] = [
                'text' => 'It is quiet until '.$time(Moment::seconds((string) $quiet->to_at)).": $quiet->reason",
                'link' => '/quiet',
            ];
        }
        foreach ($rota->between($at, $at + 7 * 86400)->segments as $segment) {
            if ($segment->person === null) {
                $lines[] = [
                    'text' => "Nobody is on call from {$time($segment->from)} to {$time($segment->to)}",
                    'link' => "/on-call/$rota->id",
                ];
                break;
            }
        }

        return $lines;
    }

    /** @return Builder<Alert> */
    private static function ofTeam(Rota $rota): Builder
    {
        return Alert::query()->where(static fn(Builder $query) => $query->where(
            'team_id', $rota->team_id
        )->orWhere(static fn(Builder $own) => $own->whereNull('team_id')->whereIn(
            'item_id', DB::table('items')->where('team_id', $rota->team_id)->select('id'),
        )));
    }
}
