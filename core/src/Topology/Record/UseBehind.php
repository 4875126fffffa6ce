<?php

declare(strict_types=1);

namespace Skarvo\Topology\Record;

use Skarvo\Topology\State;

/** How many people or things an hour stand behind services that are hit. */
final readonly class UseBehind
{
    /** Below that share of the busiest hour a service is hardly used. */
    private const HARDLY = 0.05;

    /**
     * @param  array<string, array{now: float, most: float}>  $counts  by what is counted
     */
    private function __construct(private array $counts) {}

    /**
     * What several services count alike is counted once, at the most of them: the same sailings stand behind lanes and gates.
     *
     * @param  list<array{use: WeekOfUse, state: State}>  $services
     * @param  int  $hour  of the week, 0 is Monday at midnight
     */
    public static function of(array $services, int $hour): self
    {
        $counts = [];
        foreach ($services as $service) {
            if ($service['state']->isBroken()) {
                $unit = $service['use']->unit;
                $counts[$unit] = [
                    'now' => max($counts[$unit]['now'] ?? 0, $service['use']->hours[$hour]),
                    'most' => max($counts[$unit]['most'] ?? 0, max($service['use']->hours)),
                ];
            }
        }

        return new self($counts);
    }

    /** @return string|null null if nothing is known of how they are used */
    public function words(): ?string
    {
        if ($this->counts === []) {
            return null;
        }
        $hardly = array_filter($this->counts, static fn(array $count): bool => $count['now'] > $count['most'] * self::HARDLY) === [];

        return $hardly
            ? "Little used at this hour: {$this->told('now')} an hour; {$this->told('most')} at the busiest."
            : "Affected now: {$this->told('now')} an hour.";
    }

    /** @param  'now'|'most'  $which */
    private function told(string $which): string
    {
        $counts = array_map(static fn(array $count): float => $count[$which], $this->counts);
        uksort($counts, static fn(string $a, string $b): int => [-$counts[$a], $a] <=> [-$counts[$b], $b]);

        return implode(
            ' and ',
            array_map(
                static fn(string $unit, float $many): string => number_format($many, $many < 10 && fmod($many, 1) > 0 ? 1 : 0)." $unit",
                array_keys($counts), $counts,
            ),
        );
    }
}
