<?php

declare(strict_types=1);

namespace Skarvo\Signals\Replay;

use Skarvo\Signals\Level;
use Skarvo\Time\ZonedHours;
use Skarvo\Value\Must;

/** What applies to the signals that it fits. Each value comes from the first fitting rule that sets it. */
final readonly class Rule
{
    /**
     * @param  array<string, Pattern>  $fields  by source, item, check or level
     * @param  array<array-key, Pattern>  $labels
     * @param  int|null  $hold  seconds, as settle and expire
     *
     * @throws \DomainException if it cannot be so
     */
    public function __construct(
        private array $fields,
        private array $labels,
        public ?KeyTemplate $key = null,
        public ?KeyTemplate $part = null,
        public ?int $hold = null,
        public ?int $settle = null,
        public ?int $expire = null,
        public ?Level $level = null,
        private ?ZonedHours $hours = null,
    ) {
        Must::atLeast(0, $hold ?? 0, 'hold');
        Must::atLeast(0, $settle ?? 0, 'settle');
        Must::atLeast(1, $expire ?? 1, 'expire');
    }

    public function fits(ReplaySignal $signal): bool
    {
        foreach ($this->fields as $name => $pattern) {
            $value = match ($name) {
                'source' => $signal->source,
                'item' => $signal->item,
                'check' => $signal->check,
                default => $signal->level->value,
            };
            if (! $pattern->matches($value)) {
                return false;
            }
        }
        foreach ($this->labels as $name => $pattern) {
            if (! $pattern->matches($signal->labels[$name] ?? null)) {
                return false;
            }
        }

        return $this->hours?->hold($signal->at) ?? true;
    }
}
