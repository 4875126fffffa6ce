<?php

declare(strict_types=1);

namespace Skarvo\Topology\Record;

/** A date on which something ends, such as a certificate or a contract, and whether it is time to say so. */
final readonly class EndDate
{
    /** @param  int  $left  days from today; below 0 it is over */
    private function __construct(public int $left, public bool $isLast) {}

    /** Whether a date by which acting early pays has gone by: there is nothing left to remind of. */
    public static function isMissed(string $early, string $today): bool
    {
        return self::daysLeft($early, $today) < 0;
    }

    /**
     * @param  string  $end  such as 2026-09-30: the last day on which it holds
     * @param  list<int>  $ahead  how many days ahead to remind
     * @param  string  $today  as $end
     * @return self|null null as long as there is nothing to say
     */
    public static function due(string $end, array $ahead, string $today): ?self
    {
        $left = self::daysLeft($end, $today);
        $reached = array_filter($ahead, static fn(int $days): bool => $left <= $days);
        if ($left >= 0 && $reached === []) {
            return null;
        }

        return new self($left, $left < 0 || $ahead === [] || $left <= min($ahead));
    }

    /** Whether it is time to say so or not. */
    public static function of(string $end, string $today): self
    {
        $left = self::daysLeft($end, $today);

        return new self($left, $left < 0);
    }

    private static function daysLeft(string $end, string $today): int
    {
        return (int) (new \DateTimeImmutable("$today UTC"))->diff(new \DateTimeImmutable("$end UTC"))->format('%r%a');
    }

    public function words(): string
    {
        return match (true) {
            $this->left < -1 => 'ended '.-$this->left.' days ago',
            $this->left === -1 => 'ended yesterday',
            $this->left === 0 => 'ends today',
            $this->left === 1 => 'ends tomorrow',
            default => "ends in $this->left days",
        };
    }
}
