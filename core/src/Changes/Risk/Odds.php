<?php

declare(strict_types=1);

namespace Skarvo\Changes\Risk;

/** How likely a change is to go wrong, and on how much that rests. */
final readonly class Odds
{
    /** So many changes like it say something. */
    private const SOME = 5;

    private const MANY = 30;

    /**
     * @param  float  $wrong  0 to 1
     * @param  int  $alike  past changes of its kind that share a team or an item with it
     * @param  list<string>  $failed  ids of those that went wrong, the latest first
     */
    public function __construct(public float $wrong, public int $alike, public array $failed) {}

    /** `goes wrong in 12 of 100; of 41 like it 5 went wrong` */
    public function words(): string
    {
        $percent = max(1, (int) round($this->wrong * 100));
        $failed = count($this->failed);

        return "Goes wrong in about $percent of 100: ".match (true) {
            $this->alike === 0 => 'no change like it is known, so that this is a guess from others',
            $this->alike < self::SOME => "only $this->alike like it ".($this->alike === 1 ? 'is' : 'are')
                ." known, of which $failed went wrong",
            default => "of $this->alike like it $failed went wrong".($this->alike < self::MANY ? ', which is not much to go by' : ''),
        }.'.';
    }
}
