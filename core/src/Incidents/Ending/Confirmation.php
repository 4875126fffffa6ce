<?php

declare(strict_types=1);

namespace Skarvo\Incidents\Ending;

use Skarvo\Time\Duration;
use Skarvo\Value\Must;

/**
 * What speaks for it that an incident is over: what alerts and the trace say, and what people did or said.
 *
 * Alerts that have cleared are enough by themselves once they have stayed clear for a while and nothing is traced to be hit;
 * what somebody tried, said or checked is enough at once.
 */
final readonly class Confirmation
{
    /** So long do alerts have to stay clear before their silence says anything. */
    public const CLEAR_SECONDS = 300;

    /**
     * @param  int|null  $clearSeconds  since the last of its alerts cleared; null: some fire, or it never had any
     * @param  bool  $traceIsClean  nothing that it is about is traced to be down or degraded
     * @param  bool  $fixTried  the fix was tried before it went live
     * @param  string  $word  whose word it is that it works again, and what they said; empty: nobody's
     * @param  string  $check  a check that was run, and what came of it; empty: none
     *
     * @throws \DomainException if it cannot be so
     */
    public function __construct(
        public ?int $clearSeconds, public bool $traceIsClean, public bool $fixTried = false, public string $word = '',
        public string $check = '',
    ) {
        if ($clearSeconds !== null) {
            Must::atLeast(0, $clearSeconds, 'How long alerts are clear');
        }
    }

    public function isEnough(): bool
    {
        return $this->fixTried || $this->word !== '' || $this->check !== '' || $this->isQuiet();
    }

    /** @return list<string> what speaks for it, in a few words each */
    public function told(): array
    {
        return array_values(array_filter([
            $this->fixTried ? 'the fix was tried before it went live' : null,
            $this->clearSeconds === null ? null : 'alerts clear for '.Duration::words($this->clearSeconds),
            $this->traceIsClean ? 'nothing is traced to be hit' : null,
            $this->word === '' ? null : "said so: $this->word",
            $this->check === '' ? null : "checked: $this->check",
        ]));
    }

    private function isQuiet(): bool
    {
        return $this->traceIsClean && $this->clearSeconds !== null && $this->clearSeconds >= self::CLEAR_SECONDS;
    }
}
