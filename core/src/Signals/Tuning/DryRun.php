<?php

declare(strict_types=1);

namespace Skarvo\Signals\Tuning;

use Skarvo\Signals\Handling;
use Skarvo\Signals\Replay\Bursts;
use Skarvo\Signals\Replay\Groups;
use Skarvo\Signals\Replay\QuietTimes;
use Skarvo\Signals\Replay\ReplayAlert;
use Skarvo\Signals\Replay\ReplaySignal;
use Skarvo\Signals\Replay\Settings;
use Skarvo\Signals\Replay\Thread;
use Skarvo\Signals\Routing;

/**
 * Holds rules that somebody thinks of against those in force, over signals that came: what would have been different.
 *
 * @phpstan-type WouldBe array{key: string, items: list<string>, check: string, source: string, level: string, order: int, opened_at: int,
 *      closed_at: int|null,
 *     count: int, flips: int, handling: string, team: string|null, pages: bool, threads: list<string>}
 */
final readonly class DryRun
{
    /**
     * @param  list<ReplaySignal>  $signals  in order, `order` from 1 on without gaps, without treatments
     * @param  list<array{string, string}>  $dependencies  from, to
     * @param  int  $until  seconds since the epoch
     */
    public function __construct(private array $signals, private QuietTimes $quiet, private array $dependencies, private int $until) {}

    /**
     * @return array{signals: int, before: array<string, int>, after: array<string, int>, gone: list<WouldBe>, new: list<WouldBe>,
     *     pagesGone: list<WouldBe>, pagesNew: list<WouldBe>} totals of each; alerts that would not have been there, and those that
     *     would have been there instead; groups that page a team and would not have, and the other way round
     */
    public function compare(Settings $before, Routing $beforeRoutes, Settings $after, Routing $afterRoutes): array
    {
        [$was, $wasTotals] = $this->run($before, $beforeRoutes);
        [$is, $isTotals] = $this->run($after, $afterRoutes);

        return [
            'signals' => count($this->signals), 'before' => $wasTotals, 'after' => $isTotals,
            'gone' => self::without($was, $is), 'new' => self::without($is, $was),
            'pagesGone' => self::without(self::paging($was), self::paging($is)),
            'pagesNew' => self::without(self::paging($is), self::paging($was)),
        ];
    }

    /**
     * @param  list<WouldBe>  $alerts
     * @return list<WouldBe>
     */
    private static function paging(array $alerts): array
    {
        return array_values(array_filter($alerts, static fn(array $alert): bool => $alert['pages']));
    }

    /** @return array{list<WouldBe>, array<string, int>} alerts in the order of their opening, and totals */
    private function run(Settings $settings, Routing $routes): array
    {
        $groups = new Groups($settings, $this->dependencies);
        $bursts = new Bursts($settings, $this->quiet, $groups);
        foreach ($this->signals as $signal) {
            $bursts->take($signal);
        }
        $bursts->finish($this->until);
        $alerts = [];
        $pages = 0;
        $asked = 0;
        foreach ($groups->all() as $members) {
            $hasPaged = false;
            foreach ($members as $alert) {
                $first = $this->signals[$alert->firstOrder - 1]
                    ?? throw new \LogicException('The signal that began an alert is among those taken.');
                $route = $routes->of($first);
                $handling = $route['handling'] ?? Handling::Decide;
                // The first of a group calls its team; what follows joins the incident that there is.
                $itPages = $handling === Handling::Page && ! $hasPaged;
                $hasPaged = $hasPaged || $itPages;
                $pages += $itPages ? 1 : 0;
                $asked += $handling === Handling::Record ? 0 : 1;
                $alerts[] = self::told($alert, $first, $itPages, $handling, $route['team']);
            }
        }
        usort($alerts, static fn(array $a, array $b): int => $a['opened_at'] <=> $b['opened_at'] ?: strcmp($a['key'], $b['key']));
        $totals = $bursts->totals();

        return [
            $alerts,
            [
                'alerts' => count($alerts), 'groups' => count($groups->all()), 'asking' => $asked, 'pages' => $pages,
                'momentary' => $totals['momentary'], 'muted' => $totals['muted'], 'stray' => $totals['stray'],
            ],
        ];
    }

    /** @return WouldBe */
    private static function told(ReplayAlert $alert, ReplaySignal $first, bool $pages, Handling $handling, ?string $team): array
    {
        return [
            'key' => $alert->key, 'items' => $alert->itemList(), 'check' => $first->check, 'source' => $first->source,
            'level' => $alert->level->value, 'order' => $alert->firstOrder,
            'opened_at' => $alert->openedAt, 'closed_at' => $alert->closedAt, 'count' => $alert->count, 'flips' => $alert->flips,
            'handling' => $handling->value, 'team' => $team, 'pages' => $pages, 'threads' => array_keys($alert->threads),
        ];
    }

    /**
     * Those of some alerts that have no counterpart among others: none that shares a thread with it and stands open at a common time.
     *
     * @param  list<WouldBe>  $alerts
     * @param  list<WouldBe>  $others
     * @return list<WouldBe>
     */
    private static function without(array $alerts, array $others): array
    {
        $byThread = [];
        foreach ($others as $i => $other) {
            foreach ($other['threads'] as $thread) {
                // Parts come and go with rules: alerts are matched by source, item and check.
                $byThread[Thread::split($thread)[0]][$i] = $other;
            }
        }
        $left = [];
        foreach ($alerts as $alert) {
            $isMatched = false;
            foreach ($alert['threads'] as $thread) {
                foreach ($byThread[Thread::split($thread)[0]] ?? [] as $other) {
                    $isMatched = $isMatched
                        || (
                            ($other['closed_at'] ?? PHP_INT_MAX) >= $alert['opened_at']
                                && ($alert['closed_at'] ?? PHP_INT_MAX) >= $other['opened_at']
                        );
                }
            }
            if (! $isMatched) {
                $left[] = $alert;
            }
        }

        return $left;
    }
}
