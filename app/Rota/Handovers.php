<?php

declare(strict_types=1);

namespace App\Rota;

use App\Incidents\Incident;
use App\Paging\Call;
use App\Paging\Delivery\DeliveryPaths;
use App\Platform\Moment;
use App\Platform\Person;
use App\Platform\WallClock;
use App\Signals\Alert;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Support\Facades\DB;
use Skarvo\Paging\Outcome;
use Skarvo\Signals\Noise;

/**
 * What whoever leaves a turn tells whoever comes: what is open, what was noisy, what to watch.
 *
 * It puts itself together from what is known; people add to it and confirm it.
 */
final class Handovers
{
    /** One that is past is shown for so long, and one to come so long ahead: seconds. */
    private const BACK = 12 * 3600;

    private const AHEAD = 36 * 3600;

    private const LINES = 6;

    private const NOISY = 5;

    /** @return list<array{at: int, leaves: string|null, comes: string|null, since: int}> changes of hands that are near, in order; seconds since the epoch */
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
        return [
            ['title' => 'Open', 'lines' => array_slice([...self::incidents($rota), ...self::calls($rota), ...self::alerts($rota)], 0, self::LINES * 2)],
            ['title' => 'Noisy in this turn', 'lines' => self::noisy($rota, $since, $at)],
            ['title' => 'To watch', 'lines' => self::watch($rota, $since, $at)],
        ];
    }

    /** @return list<array{text: string, link: string}> */
    private static function incidents(Rota $rota): array
    {
        return array_values(Incident::query()->whereNull('resolved_at')->where(static fn(Builder $query) => $query->where('team_id', $rota->team_id)->orWhereHas('calls', static fn(Builder $calls) => $calls->where('team_id', $rota->team_id)))
            ->orderBy('priority')->limit(self::LINES)->get()->map(static fn(Incident $incident): array => [
                'text' => "{$incident->ref()}, priority $incident->priority: $incident->title; ".mb_strtolower($incident->stage->words()).($incident->next_update_at === null ? '' : ', an update is owed at '.WallClock::time($incident->next_update_at)), 'link' => "/incidents/$incident->id",
            ])->all());
    }

    /** @return list<array{text: string, link: string}> */
    private static function calls(Rota $rota): array
    {
        $names = Person::query()->where('team_id', $rota->team_id)->pluck('name', 'id');

        return array_values(Call::query()->with('incident')->where('outcome', Outcome::Acknowledged)->whereIn('held_by', $names->keys())->whereHas('incident', static fn(Builder $query) => $query->whereNull('resolved_at'))->orderBy('id')->limit(self::LINES)->get()
            ->map(static fn(Call $call): array => ['text' => ($names[$call->held_by] ?? '').' has '.($call->incident?->ref() ?? '').': hand it on, or keep it', 'link' => "/incidents/$call->incident_id"])->all());
    }

    /** @return list<array{text: string, link: string}> */
    private static function alerts(Rota $rota): array
    {
        return array_values(self::ofTeam($rota)->whereNull('closed_at')->free()->whereNull('put_away_at')->orderByDesc('opened_at')->limit(self::LINES)->get()
            ->map(static fn(Alert $alert): array => ['text' => "{$alert->level->value}: {$alert->title()}".($alert->taken_at === null ? ', nobody has it' : ''), 'link' => "/alerts/$alert->id"])->all());
    }

    /** @return list<array{text: string, link: string}> */
    private static function noisy(Rota $rota, int $since, int $at): array
    {
        $alerts = self::ofTeam($rota)->whereBetween('opened_at', [Moment::text($since), Moment::text($at)])
            ->selectRaw('"key", max(id) as id, count(*) as times, sum(count) as signals')->groupBy('key')->orderByRaw('count(*) desc, sum(count) desc')->toBase()->get()
            ->filter(static fn(\stdClass $row): bool => Noise::isNoisy((int) $row->times, (int) $row->signals))->take(self::NOISY);
        $titles = Alert::query()->whereKey($alerts->pluck('id'))->get()->keyBy('id');
        $lines = array_values($alerts->map(static fn(\stdClass $row): array => ['text' => ($titles->get((int) $row->id)?->title() ?? '').": $row->times times, $row->signals signals", 'link' => "/alerts/$row->id"])->all());
        $pages = DB::table('pages')->join('calls', 'calls.id', '=', 'pages.call_id')->where('calls.team_id', $rota->team_id)->whereBetween('pages.at', [Moment::text($since), Moment::text($at)])->count();
        if ($pages > 0) {
            $lines[] = ['text' => $pages === 1 ? 'One page went out' : "$pages pages went out", 'link' => '/fairness'];
        }

        return $lines;
    }

    /** @return list<array{text: string, link: string}> */
    private static function watch(Rota $rota, int $since, int $at): array
    {
        $lines = [];
        foreach (Incident::query()->where('team_id', $rota->team_id)->where('resolved_at', '>=', Moment::text(max($since, $at - 2 * 86400)))->orderByDesc('resolved_at')->limit(3)->get() as $incident) {
            $lines[] = ['text' => "{$incident->ref()} was resolved: ".mb_strimwidth((string) $incident->resolution, 0, 90, '…').' See that it stays so', 'link' => "/incidents/$incident->id"];
        }
        $zone = new \DateTimeZone($rota->time_zone);
        $time = static fn(int $seconds): string => (new \DateTimeImmutable("@$seconds"))->setTimezone($zone)->format('D H:i');
        foreach (DB::table('quiet_times')->where('to_at', '>', Moment::text(now()->getTimestamp()))->where('to_at', '<=', Moment::text($at + 86400))->orderBy('to_at')->limit(3)->get() as $quiet) {
            $lines[] = ['text' => 'It is quiet until '.$time(Moment::seconds((string) $quiet->to_at)).": $quiet->reason", 'link' => '/quiet'];
        }
        foreach ($rota->between($at, $at + 7 * 86400)->segments as $segment) {
            if ($segment->person === null) {
                $lines[] = ['text' => "Nobody is on call from {$time($segment->from)} to {$time($segment->to)}", 'link' => "/on-call/$rota->id"];
                break;
            }
        }
        foreach (DeliveryPaths::failing() as $path) {
            $lines[] = ['text' => "Pages by {$path['channel']} do not arrive", 'link' => '/people'];
        }

        return array_slice($lines, 0, self::LINES);
    }

    /** @return Builder<Alert> */
    private static function ofTeam(Rota $rota): Builder
    {
        return Alert::query()->where(static fn(Builder $query) => $query->where('team_id', $rota->team_id)->orWhere(static fn(Builder $own) => $own->whereNull('team_id')->whereIn('item_id', DB::table('items')->where('team_id', $rota->team_id)->select('id'))));
    }
}
