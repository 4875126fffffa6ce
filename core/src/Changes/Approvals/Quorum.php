<?php

declare(strict_types=1);

namespace Skarvo\Changes\Approvals;

use Skarvo\Value\Must;

/** How many of a stage's seats have to say yes. */
final readonly class Quorum
{
    private function __construct(private ?int $count, private ?int $percent) {}

    public static function one(): self
    {
        return new self(1, null);
    }

    public static function all(): self
    {
        return new self(null, 100);
    }

    /** @throws \DomainException if it is less than one */
    public static function count(int $count): self
    {
        Must::atLeast(1, $count, 'The number of those who approve');

        return new self($count, null);
    }

    /** @throws \DomainException if it is no percentage */
    public static function share(int $percent): self
    {
        Must::hold($percent >= 1 && $percent <= 100, 'A share lies between 1 and 100 percent.');

        return new self(null, $percent);
    }

    /** Rounded up, and one at least: nothing is granted by nobody. */
    public function of(int $seats): int
    {
        return $this->count ?? max(1, intdiv($seats * ($this->percent ?? 100) + 99, 100));
    }

    /** @return string|array{count: int}|array{share: int} as documents write it */
    public function toJson(): string|array
    {
        return match (true) {
            $this->count === 1 => 'one',
            $this->count !== null => ['count' => $this->count],
            $this->percent === 100 => 'all',
            default => ['share' => $this->percent ?? 100],
        };
    }
}
