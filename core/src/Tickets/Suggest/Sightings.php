<?php

declare(strict_types=1);

namespace Skarvo\Tickets\Suggest;

/**
 * How often each mark of a ticket (a word, a place, a family of words) was seen with each value of one field. Counts alone,
 * so that the next ticket is judged by the last correction, and taking one back is exact.
 */
final class Sightings
{
    /** @var array<array-key, float> tickets by value */
    private array $tickets = [];

    /** @var array<array-key, array<array-key, float>> by value and mark */
    private array $seen = [];

    /** @var array<array-key, float> by mark */
    private array $all = [];

    /**
     * @param  array<array-key, float>  $marks  how much of each mark the ticket has, 0 to 1
     * @param  float  $worth  how many tickets it counts for
     */
    public function add(string $value, array $marks, float $worth): void
    {
        $this->tickets[$value] = ($this->tickets[$value] ?? 0.0) + $worth;
        foreach ($marks as $mark => $share) {
            $this->seen[$value][$mark] = ($this->seen[$value][$mark] ?? 0.0) + $share * $worth;
            $this->all[$mark] = ($this->all[$mark] ?? 0.0) + $share * $worth;
        }
    }

    /** @return list<string> */
    public function values(): array
    {
        return array_map(strval(...), array_keys($this->tickets));
    }

    /** @return float how much commoner a value is than an even share, as a logarithm */
    public function common(string $value): float
    {
        return log((($this->tickets[$value] ?? 0.0) + 1) / (array_sum($this->tickets) + count($this->tickets)));
    }

    /**
     * @param  float  $doubt  for how many tickets it counts that a mark says nothing, before it was seen to say something
     * @return float how much more often than elsewhere the mark is seen with the value, as a logarithm; 0 if it was never seen
     */
    public function speaks(string $mark, string $value, float $doubt): float
    {
        $all = $this->all[$mark] ?? 0.0;
        if ($all <= 0.0) {
            return 0.0;
        }
        $usual = $all / max(1e-9, array_sum($this->tickets));
        $here = (($this->seen[$value][$mark] ?? 0.0) + $doubt * $usual) / (($this->tickets[$value] ?? 0.0) + $doubt);

        return log($here / $usual);
    }
}
