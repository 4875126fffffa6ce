<?php

declare(strict_types=1);

namespace Skarvo\Signals\Live;

use Skarvo\Signals\Replay\Groups;
use Skarvo\Signals\Replay\ReplayAlert;
use Skarvo\Signals\Replay\Settings;

/** Brings alerts together as they open, going on from groups that stand. */
final readonly class Regrouping
{
    /** @param  list<array{string, string}>  $dependencies  from, to */
    public function __construct(private Settings $settings, private array $dependencies) {}

    /**
     * @param  iterable<array-key>  $items
     * @return array<array-key, true> items related to any of them, themselves among them
     */
    public function related(iterable $items): array
    {
        $groups = new Groups($this->settings, $this->dependencies);
        $related = [];
        foreach ($items as $item) {
            $related += $groups->related((string) $item);
        }

        return $related;
    }

    /**
     * @param  list<non-empty-list<ReplayAlert>>  $standing  groups just before the first opening, their alerts in the order
     *     of their opening
     * @param  non-empty-list<ReplayAlert>  $openings  in the order of their stamps
     * @return list<array{alerts: non-empty-list<ReplayAlert>, taken: list<array{ReplayAlert, string, ReplayAlert}>}> groups that stand now,
     *      each
     *         with the founders of those that came into it, the stamps at which they did, and the founders of those that took them in
     */
    public function open(array $standing, array $openings): array
    {
        usort($standing, static fn(array $a, array $b): int => strcmp($a[0]->stamp, $b[0]->stamp));
        $groups = new Groups($this->settings, $this->dependencies);
        $from = $openings[0]->stamp;
        $events = [];
        foreach ($standing as $alerts) {
            foreach ($alerts as $alert) {
                foreach ($alert->items as $item => $stamp) {
                    if (strcmp($stamp, $from) >= 0) {
                        unset($alert->items[$item]);
                        $events[] = [$stamp, $alert, (string) $item];
                    }
                }
            }
            $groups->restore($alerts);
        }
        foreach ($openings as $alert) {
            foreach ($alert->items as $item => $stamp) {
                if (strcmp($stamp, $alert->stamp) > 0) {
                    unset($alert->items[$item]);
                    $events[] = [$stamp, $alert, (string) $item];
                }
            }
            $events[] = [$alert->stamp, $alert, null];
        }
        usort($events, static fn(array $a, array $b): int => strcmp($a[0], $b[0]) ?: ($a[2] === null) <=> ($b[2] === null));
        foreach ($events as [$stamp, $alert, $item]) {
            if ($item === null) {
                $groups->join($alert);
            } else {
                $alert->items[$item] = $stamp;
                $groups->gained($alert, $item);
            }
        }

        $taken = $groups->taken();
        // Alerts and groups know each other: parted, they are freed as soon as nobody looks at them.
        foreach ([...$openings, ...array_merge(...$standing)] as $alert) {
            $alert->group = null;
        }

        return $taken;
    }
}
