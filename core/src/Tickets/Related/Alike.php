<?php

declare(strict_types=1);

namespace Skarvo\Tickets\Related;

/** How alike tickets are worded: the cosine of their words, rare ones counting more (tf-idf; Sparck Jones 1972). */
final class Alike
{
    /** @var array<int, array<int, float>> by their places in the list */
    private array $alike = [];

    /** @param  list<TicketFacts>  $tickets */
    public function __construct(array $tickets)
    {
        $in = [];
        foreach ($tickets as $i => $one) {
            foreach ($one->words as $word) {
                $in[$word][] = $i;
            }
        }
        $weights = array_map(static fn(array $those): float => log(1 + count($tickets) / count($those)), $in);
        $lengths = array_map(static fn(TicketFacts $one): float => sqrt(array_sum(array_map(
            static fn(string $word): float => ($weights[$word] ?? 0.0) ** 2, $one->words,
        ))), $tickets);
        foreach ($in as $word => $those) {
            $product = $weights[$word] ** 2;
            foreach ($those as $i) {
                foreach ($those as $j) {
                    if ($i !== $j) {
                        $this->alike[$i][$j] = ($this->alike[$i][$j] ?? 0.0) + $product / ($lengths[$i] * $lengths[$j]);
                    }
                }
            }
        }
    }

    /** @return array<int, float> others, by their places in the list: 0 to 1 */
    public function to(int $ticket): array
    {
        return $this->alike[$ticket] ?? [];
    }
}
