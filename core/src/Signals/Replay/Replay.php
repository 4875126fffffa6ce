<?php

declare(strict_types=1);

namespace Skarvo\Signals\Replay;

use Skarvo\Time\Instant;

/** Takes a stream of signals in order and makes alerts and groups of it, as the contract of replay says. */
final class Replay
{
    private readonly Groups $groups;

    private readonly Bursts $bursts;

    /**
     * @param  list<array{string, string}>  $dependencies  from, to
     * @param  int  $until  seconds since the epoch; what is due exactly then still happens
     */
    public function __construct(Settings $settings, QuietTimes $quiet, array $dependencies, private readonly int $until)
    {
        $this->groups = new Groups($settings, $dependencies);
        $this->bursts = new Bursts($settings, $quiet, $this->groups, leavesTraces: false);
    }

    /** Takes the next signal; one later than the end is left out. */
    public function take(ReplaySignal $signal): void
    {
        if ($signal->at <= $this->until) {
            $this->bursts->take($signal);
        }
    }

    /** @return array<string, mixed> */
    public function finish(): array
    {
        $parts = $this->parts();

        return [
            'alerts' => iterator_to_array($parts['alerts'], false), 'groups' => iterator_to_array($parts['groups'], false),
            'totals' => $parts['totals'],
        ];
    }

    /**
     * The result bit by bit: of a long stream it is larger than what the replay itself holds.
     *
     * @return array{alerts: \Generator<int, array<string, mixed>>, groups: \Generator<int, array<string, mixed>>,
     *      totals: array<string, int>}
     */
    public function parts(): array
    {
        $this->bursts->finish($this->until);
        $groups = $this->groups->all();
        $numbers = [];
        foreach ($groups as $i => $alerts) {
            foreach ($alerts as $alert) {
                $numbers[spl_object_id($alert)] = $i + 1;
            }
        }
        $alerts = $this->bursts->alerts();
        usort($alerts, static fn(ReplayAlert $a, ReplayAlert $b): int => $a->openedAt <=> $b->openedAt ?: strcmp($a->key, $b->key));
        $totals = $this->bursts->totals();

        return [
            'alerts' => (static function () use ($alerts, $numbers): \Generator {
                foreach ($alerts as $alert) {
                    yield $alert->toArray($numbers[spl_object_id($alert)] ?? 0);
                }
            })(),
            'groups' => (static function () use ($groups): \Generator {
                foreach ($groups as $i => $alerts) {
                    $keys = array_values(array_unique(array_map(static fn(ReplayAlert $a): string => $a->key, $alerts)));
                    sort($keys, SORT_STRING);

                    yield [
                        'group' => $i + 1, 'keys' => $keys,
                        'opened_at' => Instant::format(min(array_map(static fn(ReplayAlert $a): int => $a->openedAt, $alerts))),
                    ];
                }
            })(),
            'totals' => [
                'signals' => $totals['signals'], 'alerts' => count($alerts), 'groups' => count($groups),
                'momentary' => $totals['momentary'], 'muted' => $totals['muted'], 'stray' => $totals['stray'],
            ],
        ];
    }
}
