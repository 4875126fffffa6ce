<?php

declare(strict_types=1);

namespace Skarvo\Signals;

use Skarvo\Value\Must;

/** When a group of alerts is an incident: every condition that is set has to be met. */
final readonly class IncidentConditions
{
    /**
     * @param  int|null  $tier  of the most important service that is affected, or a more important one
     * @param  Level|null  $level  of the worst alert, or a worse one
     * @param  int|null  $alerts  open ones in the group, or more
     * @param  int|null  $minutes  since the first of them began while nobody took it, or more
     *
     * @throws \DomainException if it cannot be so
     */
    public function __construct(
        public ?int $tier = null, public ?Level $level = null, public ?int $alerts = null, public ?int $minutes = null,
    ) {
        Must::hold($tier === null || ($tier >= 1 && $tier <= 4), 'A tier is 1 to 4.');
        Must::atLeast(1, $alerts ?? 1, 'A number of alerts');
        Must::atLeast(1, $minutes ?? 1, 'A number of minutes');
    }

    /** @param  array<array-key, mixed>  $stored  as toArray() gives it */
    public static function of(array $stored): self
    {
        $number = static fn(string $name): ?int => is_int($stored[$name] ?? null) ? $stored[$name] : null;

        return new self(
            $number('tier'), is_string($stored['level'] ?? null) ? Level::tryFrom($stored['level']) : null, $number('alerts'),
            $number('minutes'),
        );
    }

    /** @return array{tier: int|null, level: string|null, alerts: int|null, minutes: int|null} */
    public function toArray(): array
    {
        return ['tier' => $this->tier, 'level' => $this->level?->value, 'alerts' => $this->alerts, 'minutes' => $this->minutes];
    }

    /**
     * @param  int|null  $tier  null: no service is affected
     * @param  int|null  $minutes  null: somebody took it
     */
    public function areMet(?int $tier, Level $worst, int $alerts, ?int $minutes): bool
    {
        return ($this->tier !== null || $this->level !== null || $this->alerts !== null || $this->minutes !== null)
            && ($this->tier === null || ($tier !== null && $tier <= $this->tier))
            && ($this->level === null || $worst->rank() >= $this->level->rank())
            && ($this->alerts === null || $alerts >= $this->alerts)
            && ($this->minutes === null || ($minutes !== null && $minutes >= $this->minutes));
    }

    /** The conditions in words. */
    public function words(): string
    {
        $words = array_filter([
            $this->tier === null ? null : "a service of tier $this->tier".($this->tier > 1 ? ' or above' : '').' is affected',
            $this->level === null ? null : 'the worst is '.$this->level->value.($this->level === Level::Critical ? '' : ' or worse'),
            $this->alerts === null ? null : ($this->alerts === 1 ? 'an alert is open' : "at least $this->alerts alerts are open"),
            $this->minutes === null ? null : "nobody took it for $this->minutes minutes",
        ], is_string(...));

        return implode(', ', $words);
    }
}
