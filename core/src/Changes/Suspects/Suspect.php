<?php

declare(strict_types=1);

namespace Skarvo\Changes\Suspects;

/** A change that may be behind some trouble. */
final readonly class Suspect
{
    /**
     * @param  float  $score  0 to 1
     * @param  int  $minutesBefore  from its end, or its start where it went on, to the first symptom; negative if it began after
     * @param  list<string>  $items  those of the change that best explain, ordered
     * @param  list<string>  $explains  ids of symptoms that it would cause, ordered
     * @param  list<string>  $leaves  ids of symptoms that it would not, ordered
     * @param  list<string>  $alsoExpected  ids of watched items that should be showing symptoms if it were so, ordered
     */
    public function __construct(
        public string $id, public float $score, public int $minutesBefore, public array $items, public array $explains,
        public array $leaves, public array $alsoExpected,
    ) {}

    /**
     * @return array{id: string, score: float, minutes_before: int, items: list<string>, explains: list<string>, leaves: list<string>,
     *      also_expected: list<string>}
     */
    public function toArray(): array
    {
        return [
            'id' => $this->id, 'score' => $this->score, 'minutes_before' => $this->minutesBefore, 'items' => $this->items,
            'explains' => $this->explains, 'leaves' => $this->leaves, 'also_expected' => $this->alsoExpected,
        ];
    }
}
