<?php

declare(strict_types=1);

namespace App\Signals\Tuning;

use App\Platform\Moment;
use App\Signals\Live\RuleSets;
use App\Signals\Live\StoredSignal;
use Illuminate\Database\Query\Builder;
use Illuminate\Support\Facades\DB;
use Skarvo\Signals\Replay\ReplaySignal;
use Skarvo\Signals\Tuning\DryRun;

/** Runs rules over signals that came, beside the rules in force. Nothing is changed by it. */
final class DryRunRules
{
    public const SPANS = ['day' => 86400, 'week' => 7 * 86400];

    /** The newest ones count, where there are more: a run over so many takes a few seconds. */
    public const MOST_SIGNALS = 200_000;

    private const MOST_TOLD = 100;

    /**
     * @return array<string, mixed> as DryRun::compare() gives it, with the span, whether signals were left out, and times in milliseconds
     */
    public function __invoke(RuleList $proposed, string $over): array
    {
        $now = Moment::now();
        $from = $now - (self::SPANS[$over] ?? self::SPANS['day']);
        $signals = self::signals(static fn(Builder $query) => $query, $from, $now);
        $present = RuleList::inForce();
        $result = self::over($signals, $from, $now)->compare(
            $present->settings, $present->routing, $proposed->settings, $proposed->routing,
        );
        $told = ['signals' => $result['signals'], 'before' => $result['before'], 'after' => $result['after']];
        foreach ([
            'gone' => $result['gone'], 'new' => $result['new'], 'pagesGone' => $result['pagesGone'],
            'pagesNew' => $result['pagesNew'],
        ] as $list => $alerts) {
            $told["{$list}InAll"] = count($alerts);
            $told[$list] = array_map(static fn(array $alert): array => [
                'key' => $alert['key'], 'items' => $alert['items'], 'check' => $alert['check'], 'source' => $alert['source'],
                'level' => $alert['level'], 'count' => $alert['count'], 'flips' => $alert['flips'], 'team' => $alert['team'],
                'handling' => $alert['handling'], 'opened_at' => $alert['opened_at'] * 1000,
                'closed_at' => $alert['closed_at'] === null ? null : $alert['closed_at'] * 1000,
            ], array_slice($alerts, 0, self::MOST_TOLD));
        }

        return [...$told, 'over' => $over, 'from' => $from * 1000, 'cut' => count($signals) === self::MOST_SIGNALS];
    }

    /**
     * @param  \Closure(Builder): Builder  $which
     * @return list<ReplaySignal> in order, numbered from 1
     */
    public static function signals(\Closure $which, int $from, int $until): array
    {
        $rows = $which(DB::table('signals'))->whereBetween('at', [$from, $until])
            ->orderByDesc('id')->limit(self::MOST_SIGNALS)->get(StoredSignal::COLUMNS)->all();
        usort($rows, static fn(\stdClass $a, \stdClass $b): int => $a->at <=> $b->at ?: $a->id <=> $b->id);
        $signals = [];
        foreach ($rows as $row) {
            $row->id = count($signals) + 1;
            $signals[] = StoredSignal::toCore($row);
        }

        return $signals;
    }

    /** @param  list<ReplaySignal>  $signals */
    public static function over(array $signals, int $from, int $until): DryRun
    {
        $dependencies = array_values(DB::table('dependencies')->orderBy('id')->get(['from_id', 'to_id'])->map(
            static fn(\stdClass $row): array => [(string) $row->from_id, (string) $row->to_id],
        )->all());

        return new DryRun($signals, RuleSets::quiet($from), $dependencies, $until);
    }
}
