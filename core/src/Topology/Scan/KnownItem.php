<?php

declare(strict_types=1);

namespace Skarvo\Topology\Scan;

/** An item as it is recorded, with who said what of it. */
final readonly class KnownItem
{
    /**
     * @param  array<array-key, string>  $byHand  what people set, by field; empty: a person said that there is none
     * @param  array<array-key, array<array-key, array{string, int}>>  $byScan  what scanners say, by field, by scanner:
     *     value, and since when in seconds since the epoch
     * @param  array<array-key, int>  $seen  when each scanner saw it last, in seconds since the epoch
     * @param  int|null  $notSeenSince  seconds since the epoch; null: nothing speaks against it
     */
    public function __construct(
        public string $id,
        public string $kind,
        public array $byHand,
        public array $byScan,
        public array $seen = [],
        public ?int $notSeenSince = null,
    ) {}

    /** What counts: what a person set, or else the word of the scanner that changed its own last. */
    public function value(string $field): ?string
    {
        if (array_key_exists($field, $this->byHand)) {
            return $this->byHand[$field];
        }
        $latest = null;
        foreach ($this->byScan[$field] ?? [] as $scanner => [$value, $at]) {
            // Of two that spoke in the same second, the one whose name comes first.
            if ($latest === null || [$at, strcmp($latest[2], (string) $scanner)] > [$latest[1], 0]) {
                $latest = [$value, $at, (string) $scanner];
            }
        }

        return $latest[0] ?? null;
    }

    /** The same after a scanner said something of it. */
    public function withSaid(string $scanner, string $field, string $value, int $at): self
    {
        $byScan = $this->byScan;
        $byScan[$field][$scanner] = [$value, $at];

        return new self($this->id, $this->kind, $this->byHand, $byScan, $this->seen, $this->notSeenSince);
    }
}
