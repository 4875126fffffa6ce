<?php

declare(strict_types=1);

namespace Skarvo\Topology\Scan;

/** What a snapshot would do to the record of the estate. */
final readonly class Reconciled
{
    /**
     * @param  list<Finding>  $findings  one for each observed item that is recognised or new
     * @param  list<array{ref: string, why: string}>  $refused  observed items that cannot be told apart
     * @param  list<string>  $missing  ids of what this scanner saw before and sees no longer
     * @param  list<SeenConnection>  $links  connections that are no dependency by now, each once
     * @param  string|null  $held  why a person has to say yes first; null: it can be done
     */
    public function __construct(
        public array $findings, public array $refused, public array $missing, public array $links, public ?string $held,
    ) {}

    public function changesAnything(): bool
    {
        return $this->missing !== []
            || array_filter($this->findings, static fn(Finding $f): bool => $f->by === null || $f->saidNew !== [] || $f->isBack) !== [];
    }
}
