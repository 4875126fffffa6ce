<?php

declare(strict_types=1);

namespace Skarvo\Tests\Signals;

use Skarvo\Signals\Live\Bundle;
use Skarvo\Signals\Live\Shelf;
use Skarvo\Signals\Live\StoredBundle;
use Skarvo\Signals\Replay\ReplayAlert;
use Skarvo\Signals\Replay\ReplaySignal;

/** A shelf in memory, which keeps bundles as text, as a database would. */
final class MemoryShelf implements Shelf
{
    /** @var array<int, string> */
    public array $bundles = [];

    /** @var list<ReplaySignal> */
    public array $signals = [];

    /** @var array<string, ReplayAlert> by number and key */
    public array $alerts = [];

    private int $made = 0;

    public function bundles(array $families, array $keys): array
    {
        return array_filter(
            array_map(self::read(...), $this->bundles),
            static fn(Bundle $bundle): bool =>
                array_intersect($bundle->families(), $families) !== [] || array_intersect($bundle->keys(), $keys) !== [],
        );
    }

    public function taken(array $families, int $after): array
    {
        $signals = array_values(array_filter(
            $this->signals,
            static fn(ReplaySignal $signal): bool => $signal->at > $after && in_array($signal->family(), $families, true),
        ));
        usort($signals, static fn(ReplaySignal $a, ReplaySignal $b): int => $a->at <=> $b->at ?: $a->order <=> $b->order);

        return $signals;
    }

    public function opened(array $keys, int $before): array
    {
        $opened = [];
        foreach ($this->alerts as $alert) {
            if ($alert->openedAt < $before && in_array($alert->key, $keys, true)) {
                $opened[$alert->key] = max($opened[$alert->key] ?? 0, $alert->number);
            }
        }

        return $opened;
    }

    /**
     * @param  list<int>  $was
     * @param  array<string, ReplayAlert>  $alerts
     */
    public function keep(Bundle $bundle, array $was, array $alerts): void
    {
        foreach ($was as $number) {
            unset($this->bundles[$number]);
        }
        $this->bundles[++$this->made] = StoredBundle::write($bundle);
        $this->alerts = array_filter(
            $this->alerts,
            static fn(ReplayAlert $alert): bool =>
                $alert->openedAt < $bundle->redoneFrom() || ! in_array($alert->key, $bundle->keys(), true),
        );
        foreach ($alerts as $name => $alert) {
            $this->alerts[$name] = $alert;
        }
    }

    public static function read(string $states): Bundle
    {
        return StoredBundle::read($states);
    }
}
