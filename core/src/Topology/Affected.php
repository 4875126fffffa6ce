<?php

declare(strict_types=1);

namespace Skarvo\Topology;

use Skarvo\Value\Must;

/** An item that is not up, with a shortest explanation from it to something that was observed. */
final readonly class Affected implements \JsonSerializable
{
    /**
     * @param  int  $distance  steps from the item to what was observed
     * @param  self|null  $culprit  the next on a shortest way there; null: it was observed itself
     *
     * @throws \DomainException if it cannot be so
     */
    public function __construct(public string $id, public State $state, public int $distance, private ?self $culprit)
    {
        Must::atLeast(0, $distance, 'The distance from what is wrong');
    }

    /** @return non-empty-list<string> ids, from the item itself to the observed one */
    public function because(): array
    {
        $ids = [];
        for ($at = $this; $at !== null; $at = $at->culprit) {
            $ids[] = $at->id;
        }

        return $ids;
    }

    /** @return array{id: string, state: string, distance: int, because: list<string>} */
    public function toArray(): array
    {
        return ['id' => $this->id, 'state' => $this->state->value, 'distance' => $this->distance, 'because' => $this->because()];
    }

    /** @return array{id: string, state: string, distance: int, because: list<string>} */
    public function jsonSerialize(): array
    {
        return $this->toArray();
    }
}
