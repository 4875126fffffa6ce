<?php

declare(strict_types=1);

namespace Skarvo\Time;

/** A zone of the IANA database: turns wall-clock times into instants by the rule of RFC 5545, section 3.3.5. */
final class Zone
{
    /** @var array<string, int>|null the names of the database, as keys */
    private static ?array $names = null;

    private const MARGIN = 3 * 86400;

    /** @var list<array{int, int}> changes of offset: [instant, offset from then on], the first one far before the rest */
    private array $changes = [];

    private int $knownFrom = 1;

    private int $knownTo = 0;

    private function __construct(private readonly \DateTimeZone $zone) {}

    /** @return self|null null when the name is not one of the database, spelled as there, of the form Area/Place, or UTC */
    public static function named(string $name): ?self
    {
        self::$names ??= array_flip(\DateTimeZone::listIdentifiers(\DateTimeZone::ALL_WITH_BC));

        return isset(self::$names[$name]) && (str_contains($name, '/') || $name === 'UTC')
            ? new self(new \DateTimeZone($name))
            : null;
    }

    /** The same, for names that were checked when they were stored: one that the database has lost since is read as UTC. */
    public static function orUtc(string $name): self
    {
        return self::named($name) ?? new self(new \DateTimeZone('UTC'));
    }

    /**
     * The instant of a wall-clock time. A skipped one is read with the offset from before the change; of two, the first.
     *
     * @param  int  $local  seconds since 1970-01-01T00:00 as the wall clock counts
     */
    public function instant(int $local): int
    {
        $this->learn($local - self::MARGIN, $local + self::MARGIN);
        $before = $this->changes[0][1];
        foreach ($this->changes as $i => [$from, $offset]) {
            $until = $this->changes[$i + 1][0] ?? PHP_INT_MAX;
            if ($local - $offset < $from) {
                return $local - $before;
            }
            if ($local - $offset < $until) {
                return $local - $offset;
            }
            $before = $offset;
        }

        return $local - $before;
    }

    /** Seconds east of UTC at an instant. */
    public function offset(int $instant): int
    {
        $this->learn($instant - self::MARGIN, $instant + self::MARGIN);
        $at = $this->changes[0][1];
        foreach ($this->changes as [$from, $offset]) {
            if ($from > $instant) {
                break;
            }
            $at = $offset;
        }

        return $at;
    }

    private function learn(int $from, int $to): void
    {
        if ($from >= $this->knownFrom && $to <= $this->knownTo) {
            return;
        }
        $from = min($from, $this->knownFrom > $this->knownTo ? $from : $this->knownFrom) - 200 * 86400;
        $to = max($to, $this->knownTo) + 200 * 86400;
        $this->changes = [];
        foreach ($this->zone->getTransitions($from, $to) as $i => $change) {
            $last = end($this->changes);
            if ($last === false || $last[1] !== $change['offset']) {
                $this->changes[] = [$i === 0 ? PHP_INT_MIN : $change['ts'], $change['offset']];
            }
        }
        [$this->knownFrom, $this->knownTo] = [$from, $to];
    }
}
