<?php

declare(strict_types=1);

namespace Skarvo\Signals\Replay;

use Skarvo\Value\Must;

/** How signals become alerts. All durations are in seconds. */
final readonly class Settings
{
    /**
     * @param  int|null  $expire  null: never
     * @param  int|null  $flapTimes  null: nothing flaps
     * @param  int|null  $gatherLimit  null: no limit
     * @param  list<Rule>  $rules
     *
     * @throws \DomainException if it cannot be so
     */
    public function __construct(
        public int $hold = 0,
        public int $settle = 0,
        public int $reopen = 0,
        public ?int $expire = null,
        public ?int $flapTimes = null,
        public int $flapWithin = 0,
        public int $gather = 0,
        public ?int $gatherLimit = null,
        public int $reach = 0,
        public array $rules = [],
    ) {
        foreach ([
            'hold' => $hold, 'settle' => $settle, 'reopen' => $reopen, 'flap within' => $flapWithin, 'gather' => $gather,
            'reach' => $reach,
        ] as $what => $value) {
            Must::atLeast(0, $value, "$what");
        }
        Must::atLeast(1, $expire ?? 1, 'expire');
        Must::atLeast(1, $flapTimes ?? 1, 'flap times');
        Must::atLeast(0, $gatherLimit ?? 0, 'gather limit');
    }

    public function treat(ReplaySignal $signal): Treatment
    {
        $key = $part = $hold = $settle = $expire = $level = null;
        foreach ($this->rules as $rule) {
            if ($rule->fits($signal)) {
                $key ??= $rule->key;
                $part ??= $rule->part;
                $hold ??= $rule->hold;
                $settle ??= $rule->settle;
                $expire ??= $rule->expire;
                $level ??= $rule->level;
            }
        }
        $part = $part?->fill($signal) ?? '';

        return new Treatment(
            $key?->fill($signal) ?? $signal->source.'/'.($signal->item ?? '').'/'.$signal->check.($part === '' ? '' : "/$part"),
            $part,
            $hold ?? $this->hold,
            $settle ?? $this->settle,
            $expire ?? $this->expire,
            $level ?? $signal->level,
        );
    }

    /** How far back the beginnings of a thread count, whose signals are held so long. */
    public function flapSpan(int $hold): int
    {
        return max($this->flapWithin, ($this->flapTimes ?? 0) * $hold);
    }
}
