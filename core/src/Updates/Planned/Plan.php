<?php

declare(strict_types=1);

namespace Skarvo\Updates\Planned;

use Skarvo\Value\Must;

/** Planned work of which people were told: when it begins and ends, and what they are told next. Seconds since the epoch. */
final readonly class Plan
{
    /** So long before it begins they are told again. */
    public const SOON_SECONDS = 7200;

    /** Monitors say a little later that something works again. */
    public const GRACE_SECONDS = 300;

    private const LITTLE_SECONDS = 3600;

    /**
     * @param  int  $announced  when they were told of this time
     * @param  bool  $isHeld  whether it waits to be allowed at all: then it does not take place unless that comes before it begins
     *
     * @throws \DomainException where it ends before it begins
     */
    public function __construct(public int $from, public int $to, public int $announced, public bool $isHeld = false)
    {
        Must::hold($from < $to, 'Planned work ends after it begins.');
    }

    /** Whether people are told that it takes place at another time: that it begins a little sooner is seen. */
    public function isNews(int $from, int $to, int $now): bool
    {
        $isSeen = $from <= $now && $to === $this->to && $this->from - $from < self::LITTLE_SECONDS;

        return [$from, $to] !== [$this->from, $this->to] && ! $isSeen;
    }

    /**
     * @param  list<PlanStage>  $told  already, of this time
     * @param  int|null  $ended  when the work was ended, where that is not as planned; before it begins: it does not take place
     * @param  bool  $isBroken  whether what it takes down does not work now
     * @return PlanStage|null null: nothing now
     */
    public function due(int $now, array $told, ?int $ended, bool $isBroken): ?PlanStage
    {
        if (array_filter($told, static fn(PlanStage $one): bool => $one->isEnd()) !== []) {
            return null;
        }
        if ($this->isHeld) {
            return $now >= $this->from ? PlanStage::Withdrawn : null;
        }
        if ($ended !== null && $ended <= $this->from) {
            return PlanStage::Withdrawn;
        }
        if ($now >= min($this->to, $ended ?? $this->to)) {
            // Ended sooner than planned, it has until then to work again.
            return match (true) {
                ! $isBroken => PlanStage::Over,
                $now >= $this->to + self::GRACE_SECONDS => PlanStage::Overrun,
                default => null,
            };
        }
        // Who was told in the last moment is not told the same again.
        $isNear = $now >= $this->from - self::SOON_SECONDS && $now < $this->from && $this->announced < $this->from - self::SOON_SECONDS;

        return $isNear && ! in_array(PlanStage::Soon, $told, true) ? PlanStage::Soon : null;
    }
}
