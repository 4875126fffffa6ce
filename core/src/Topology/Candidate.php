<?php

declare(strict_types=1);

namespace Skarvo\Topology;

use Skarvo\Value\Must;

/** A single failure that may be behind some symptoms. */
final readonly class Candidate
{
    /**
     * @param  State  $as  how it would have failed
     * @param  float  $score  0 to 1
     * @param  list<string>  $explains  ids of symptoms that it would cause, ordered
     * @param  list<string>  $leaves  ids of symptoms that it would not, ordered
     * @param  list<string>  $alsoExpected  ids of watched items that should be showing symptoms if it were so, ordered
     *
     * @throws \DomainException if it cannot be so
     */
    public function __construct(
        public string $id, public State $as, public float $score, public array $explains, public array $leaves,
        public array $alsoExpected,
    ) {
        Must::name($id, 'A candidate');
        Must::hold($as !== State::Up, 'What is up is the cause of nothing.');
    }

    /** @return array{id: string, score: float, explains: list<string>, leaves: list<string>, also_expected: list<string>} */
    public function toArray(): array
    {
        return [
            'id' => $this->id, 'score' => $this->score, 'explains' => $this->explains, 'leaves' => $this->leaves,
            'also_expected' => $this->alsoExpected,
        ];
    }
}
