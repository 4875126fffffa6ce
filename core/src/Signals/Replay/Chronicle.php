<?php

declare(strict_types=1);

namespace Skarvo\Signals\Replay;

/** Writes down what was done about each key and why, to answer "why was I told, or not told?". */
final class Chronicle
{
    /** @var list<array{key: string, at: int, kind: string, facts: array<string, int|bool>}> in the order in which it happened */
    private array $entries = [];

    /**
     * @return list<array{key: string, at: int, kind: string, facts: array<string, int|bool>}> kinds: began, goes_on, flaps, stray, held,
     *      quiet, ended, expired, opened, reopened, closed; durations in seconds
     */
    public function entries(): array
    {
        return $this->entries;
    }

    public function burstBegan(string $key, int $at, Treatment $treatment, bool $isOpen): void
    {
        $this->note($key, $at, $isOpen ? 'goes_on' : 'began', ['hold' => $treatment->hold, 'settle' => $treatment->settle]);
    }

    public function flaps(string $key, int $at, int $times, int $within): void
    {
        $this->note($key, $at, 'flaps', ['times' => $times, 'within' => $within]);
    }

    public function stray(string $key, int $at): void
    {
        $this->note($key, $at, 'stray');
    }

    public function burstEnded(string $key, int $at, bool $isOpen, bool $wasDue): void
    {
        $this->note($key, $at, $isOpen ? 'ended' : ($wasDue ? 'quiet' : 'held'));
    }

    public function expired(string $key, int $at, int $after): void
    {
        $this->note($key, $at, 'expired', ['after' => $after]);
    }

    public function opened(string $key, int $at, bool $again): void
    {
        $this->note($key, $at, $again ? 'reopened' : 'opened');
    }

    public function closed(string $key, int $at): void
    {
        $this->note($key, $at, 'closed');
    }

    /** @param  array<string, int|bool>  $facts */
    private function note(string $key, int $at, string $kind, array $facts = []): void
    {
        $this->entries[] = ['key' => $key, 'at' => $at, 'kind' => $kind, 'facts' => $facts];
    }
}
