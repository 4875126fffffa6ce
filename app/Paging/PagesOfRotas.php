<?php

declare(strict_types=1);

namespace App\Paging;

use App\Paging\Delivery\DeliveryPaths;
use App\Platform\Moment;
use App\Platform\Person;
use App\Rota\Contracts\CountsPages;
use App\Rota\Contracts\HandsOver;
use App\Rota\Rota;
use Carbon\CarbonInterface;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Support\Facades\DB;
use Skarvo\Paging\Outcome;

/** What rotas hear of calls: who has one in hand, how many pages went out, which ways fail. */
final class PagesOfRotas implements CountsPages, HandsOver
{
    private const LINES = 6;

    public function between(CarbonInterface $from, CarbonInterface $to): array
    {
        $pages = [];
        $sent = DB::table('pages')->join('calls', 'calls.id', '=', 'pages.call_id')->whereNotNull('pages.sent_at')
            ->whereBetween(
                'pages.at', [$from->utc()->format('Y-m-d H:i:s'), $to->utc()->format('Y-m-d H:i:s')],
            )->get(['pages.person_id', 'pages.at', 'calls.team_id']);
        foreach ($sent as $page) {
            $pages[$page->team_id][] = [(string) $page->person_id, Moment::seconds((string) $page->at)];
        }

        return $pages;
    }

    public function open(Rota $rota): array
    {
        $names = Person::query()->where('team_id', $rota->team_id)->pluck('name', 'id');

        return array_values(Call::query()->with('occasion')->where('outcome', Outcome::Acknowledged)->whereIn('held_by', $names->keys())
            ->whereHas('occasion', static fn(Builder $query) => $query->whereNull('ended_at'))->orderBy('id')->limit(self::LINES)->get()
            ->map(static fn(Call $call): array => [
                'text' => ($names[$call->held_by] ?? '').' has '.($call->occasion->ref).': hand it on, or keep it',
                'link' => $call->occasion->path,
            ])->all());
    }

    public function noisy(Rota $rota, int $since, int $at): array
    {
        $pages = DB::table('pages')->join('calls', 'calls.id', '=', 'pages.call_id')
            ->where('calls.team_id', $rota->team_id)
            ->whereBetween('pages.at', [Moment::text($since), Moment::text($at)])->count();

        return $pages === 0 ? [] : [['text' => $pages === 1 ? 'One page went out' : "$pages pages went out", 'link' => '/fairness']];
    }

    public function watch(Rota $rota, int $since, int $at): array
    {
        return array_map(
            static fn(array $path): array => ['text' => "Pages by {$path['channel']} do not arrive", 'link' => '/people'],
            DeliveryPaths::failing(),
        );
    }
}
