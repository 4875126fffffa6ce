<?php

declare(strict_types=1);

namespace Skarvo\Time;

use Skarvo\Value\Must;

/** How long to wait before something that failed is tried again: each time so much longer, up to a limit. */
final readonly class Backoff
{
    /**
     * @param  int  $first  seconds before the second try
     * @param  float  $factor  1 or more: by how much each wait is longer than the one before
     * @param  int  $longest  seconds
     * @param  int  $tries  how often it is tried in all
     *
     * @throws \DomainException if it cannot be so
     */
    public function __construct(public int $first, public float $factor, public int $longest, public int $tries)
    {
        Must::atLeast(1, $first, 'The first wait');
        Must::hold($factor >= 1.0, 'A wait is not shorter than the one before.');
        Must::hold($longest >= $first, 'The longest wait is no shorter than the first.');
        Must::atLeast(1, $tries, 'The number of tries');
    }

    /** A page is wanted within seconds, or it goes another way. */
    public static function pressing(int $tries): self
    {
        return new self(1, 2.0, 8, $tries);
    }

    /** What may come a quarter of an hour late outlives a restart on the other side. */
    public static function patient(int $tries): self
    {
        return new self(2, 4.0, 900, $tries);
    }

    /**
     * @param  int  $tried  how often it was tried, 1 or more
     * @return int|null seconds until the next try; null: it is given up
     */
    public function after(int $tried): ?int
    {
        Must::atLeast(1, $tried, 'What has failed was tried, and the number of tries');

        return $tried >= $this->tries ? null : (int) min($this->longest, $this->first * $this->factor ** ($tried - 1));
    }
}
