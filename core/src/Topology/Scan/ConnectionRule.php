<?php

declare(strict_types=1);

namespace Skarvo\Topology\Scan;

/** Which observed connections are dependencies without a person's word. */
final readonly class ConnectionRule
{
    /** @param  string|null  $fromKind  null: any, as the others */
    public function __construct(public string $id, public ?string $fromKind, public ?string $toKind, public ?int $port, public string $relation) {}

    public function fits(string $fromKind, string $toKind, ?int $port): bool
    {
        return ($this->fromKind ?? $fromKind) === $fromKind && ($this->toKind ?? $toKind) === $toKind && ($this->port === null || $this->port === $port);
    }
}
