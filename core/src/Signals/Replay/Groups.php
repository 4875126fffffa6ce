<?php

declare(strict_types=1);

namespace Skarvo\Signals\Replay;

/**
 * Brings alerts together by dependency and time.
 *
 * @internal
 */
final class Groups implements Grouping
{
    /** @var array<int, Group> by number; those that were taken in are gone */
    private array $groups = [];

    /** Groups are looked through for what is out of time whenever so many were made. */
    private const SWEEP = 5000;

    private int $made = 0;

    /** @var array<array-key, array<int, Group>> groups that have an alert with an item, by item, by number; some may be out of time */
    private array $at = [];

    /** @var array<array-key, array<array-key, true>> items related to an item, itself among them */
    private array $related = [];

    /** @var array<array-key, list<string>> */
    private array $under = [];

    /** @var array<array-key, list<string>> */
    private array $over = [];

    /**
     * @param  list<array{string, string}>  $dependencies  from, to
     */
    public function __construct(private readonly Settings $settings, array $dependencies)
    {
        foreach ($dependencies as [$from, $to]) {
            $this->under[$from][] = $to;
            $this->over[$to][] = $from;
        }
    }

    public function join(ReplayAlert $alert): void
    {
        $now = $alert->openedAt;
        $fitting = [];
        foreach (array_keys($alert->items) as $item) {
            foreach (array_keys($this->related((string) $item)) as $other) {
                $fitting += $this->inTimeAt($other, $now);
            }
        }
        ksort($fitting);
        $kept = array_shift($fitting);
        if ($kept === null) {
            $kept = $this->groups[$this->made] = new Group($this->made, $alert);
            $this->made++;
            if ($this->made % self::SWEEP === 0) {
                $this->sweep($now);
            }
        } else {
            foreach ($fitting as $group) {
                array_push($kept->alerts, ...$group->alerts);
                $group->into = $kept;
                array_push($kept->taken, [$group->alerts[0], $alert->stamp, $kept->alerts[0]], ...$group->taken);
                unset($this->groups[$group->number]);
            }
            $kept->alerts[] = $alert;
            $kept->newest = $now;
        }
        $alert->group = $kept;
        $alert->joined = $kept->alerts[0];
        foreach (array_keys($alert->items) as $item) {
            $this->at[$item][$kept->number] = $kept;
        }
    }

    public function gained(ReplayAlert $alert, string $item): void
    {
        if ($alert->group !== null) {
            $group = $alert->group = $this->whole($alert->group);
            $this->at[$item][$group->number] = $group;
        }
    }

    /**
     * Takes up a group as it was stored.
     *
     * @param  non-empty-list<ReplayAlert>  $alerts  in the order of their opening; groups come in the order of their first
     */
    public function restore(array $alerts): void
    {
        $group = $this->groups[$this->made] = new Group($this->made, $alerts[0]);
        $this->made++;
        $group->alerts = $alerts;
        foreach ($alerts as $alert) {
            $alert->group = $group;
            $group->newest = max($group->newest, $alert->openedAt);
            foreach (array_keys($alert->items) as $item) {
                $this->at[$item][$group->number] = $group;
            }
        }
    }

    /** @return list<non-empty-list<ReplayAlert>> in the order of their opening */
    public function all(): array
    {
        return array_values(array_map(static fn(Group $group): array => $group->alerts, $this->groups));
    }

    /**
     * @return list<array{alerts: non-empty-list<ReplayAlert>, taken: list<array{ReplayAlert, string, ReplayAlert}>}> as all(), with the
     *      founders of the groups that came into each, when, and into which founder's group
     */
    public function taken(): array
    {
        return array_values(array_map(
            static fn(Group $group): array => ['alerts' => $group->alerts, 'taken' => $group->taken], $this->groups,
        ));
    }

    /** @return array<int, Group> by number; what is out of time now stays so, and is forgotten */
    private function inTimeAt(int|string $item, int $now): array
    {
        $fitting = [];
        foreach ($this->at[$item] ?? [] as $number => $named) {
            $group = $this->whole($named);
            if ($now - $group->newest > $this->settings->gather || (
                $this->settings->gatherLimit !== null && $now - $group->oldest() > $this->settings->gatherLimit
            )) {
                unset($this->at[$item][$number]);
            } else {
                $fitting[$group->number] = $group;
            }
        }

        return $fitting;
    }

    /** Forgets where groups are that can take nothing in any more. */
    private function sweep(int $now): void
    {
        foreach (array_keys($this->at) as $item) {
            $this->inTimeAt($item, $now);
            if ($this->at[$item] === []) {
                unset($this->at[$item]);
            }
        }
    }

    private function whole(Group $group): Group
    {
        while ($group->into !== null) {
            $group = $group->into;
        }

        return $group;
    }

    /** @return array<array-key, true> items related to an item, itself among them */
    public function related(string $item): array
    {
        return $this->related[$item] ??= $this->reached($item, $this->under) + $this->reached($item, $this->over);
    }

    /**
     * @param  array<array-key, list<string>>  $next
     * @return array<array-key, true>
     */
    private function reached(string $item, array $next): array
    {
        $seen = [$item => true];
        $front = [$item];
        for ($step = 0; $step < $this->settings->reach && $front !== []; $step++) {
            $further = [];
            foreach ($front as $at) {
                foreach ($next[$at] ?? [] as $other) {
                    if (! isset($seen[$other])) {
                        $seen[$other] = true;
                        $further[] = $other;
                    }
                }
            }
            $front = $further;
        }

        return $seen;
    }
}
