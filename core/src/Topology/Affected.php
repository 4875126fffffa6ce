<?php

declare(strict_types=1);

namespace Skarvo\Topology;

/** An item that is not up, with a shortest explanation from it to something that was observed. */
final readonly class Affected
{
    /** @param  non-empty-list<string>  $because  ids, from the item itself to the observed one */
    public function __construct(public string $id, public State $state, public array $because) {}

    /** Steps from the item to what was observed. */
    public function distance(): int
    {
        return count($this->because) - 1;
    }

    /** @return array{id: string, state: string, distance: int, because: list<string>} */
    public function toArray(): array
    {
        return ['id' => $this->id, 'state' => $this->state->value, 'distance' => $this->distance(), 'because' => $this->because];
    }
}
