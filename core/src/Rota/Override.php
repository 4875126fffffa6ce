<?php

declare(strict_types=1);

namespace Skarvo\Rota;

use Skarvo\Value\Must;

/** An exception to the layers: somebody takes a stretch, stands in for somebody, or two people swap. */
final readonly class Override
{
    /**
     * @param  array{string, string}|null  $swap
     *
     * @throws \DomainException if it cannot be so
     */
    private function __construct(
        public int $from,
        public int $to,
        private ?string $person,
        private ?string $insteadOf,
        private ?array $swap,
    ) {
        Must::stretch($from, $to, 'An exception');
        Must::hold($swap === null || $swap[0] !== $swap[1], 'A swap is between two people.');
    }

    public static function taking(int $from, int $to, string $person, ?string $insteadOf = null): self
    {
        return new self($from, $to, $person, $insteadOf, null);
    }

    /** @param  array{string, string}  $people  two different ones */
    public static function swapping(int $from, int $to, array $people): self
    {
        return new self($from, $to, null, null, $people);
    }

    /**
     * Who is on call where this override applies and somebody (or nobody) was.
     *
     * @return string|null null where it does not act
     */
    public function replacement(?string $present): ?string
    {
        if ($this->swap !== null) {
            return match ($present) {
                $this->swap[0] => $this->swap[1],
                $this->swap[1] => $this->swap[0],
                default => null,
            };
        }

        return $this->insteadOf === null || $this->insteadOf === $present ? $this->person : null;
    }
}
