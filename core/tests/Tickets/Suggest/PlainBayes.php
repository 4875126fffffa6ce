<?php

declare(strict_types=1);

namespace Skarvo\Tests\Tickets\Suggest;

use Skarvo\Tickets\Suggest\SettledTicket;

/** What the suggestions are measured against: naive Bayes over the words as they stand, and always the most frequent. */
final class PlainBayes
{
    /** @var array<string, int> */
    private array $tickets = [];

    /** @var array<string, array<array-key, int>> */
    private array $words = [];

    /** @var array<array-key, true> */
    private array $all = [];

    /** @param  list<SettledTicket>  $past */
    public function __construct(array $past)
    {
        foreach ($past as $one) {
            $service = $one->settled['service'];
            $this->tickets[$service] = ($this->tickets[$service] ?? 0) + 1;
            foreach (self::split($one->text) as $word) {
                $this->words[$service][$word] = ($this->words[$service][$word] ?? 0) + 1;
                $this->all[$word] = true;
            }
        }
    }

    /** @return list<string> likeliest first */
    public function of(string $text): array
    {
        $scores = [];
        foreach ($this->tickets as $service => $tickets) {
            $scores[$service] = log($tickets);
            foreach (self::split($text) as $word) {
                $scores[$service] += log(
                    (($this->words[$service][$word] ?? 0) + 1) / (array_sum($this->words[$service]) + count($this->all))
                );
            }
        }
        arsort($scores);

        return array_keys($scores);
    }

    /** @return list<string> */
    public function frequent(): array
    {
        arsort($this->tickets);

        return array_keys($this->tickets);
    }

    /** @return list<string> */
    private static function split(string $text): array
    {
        return preg_split('/[^a-z]+/', strtolower($text), -1, PREG_SPLIT_NO_EMPTY) ?: [];
    }
}
