<?php

declare(strict_types=1);

namespace Skarvo\Topology;

/** What a trace found: every item that is not up, and those that were said to be up and are not. */
final readonly class AffectedItems
{
    /**
     * @param  list<Affected>  $affected  ordered by id
     * @param  list<string>  $contradicted  ids, ordered
     */
    public function __construct(public array $affected, public array $contradicted) {}

    public function count(State $state): int
    {
        $count = 0;
        foreach ($this->affected as $affected) {
            $count += (int) ($affected->state === $state);
        }

        return $count;
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return [
            // Each tells itself as it is written.
            'affected' => $this->affected,
            'counts' => [
                'down' => $this->count(State::Down), 'degraded' => $this->count(State::Degraded),
                'at_risk' => $this->count(State::AtRisk),
            ],
            'contradicted' => $this->contradicted,
        ];
    }
}
