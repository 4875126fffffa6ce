<?php

declare(strict_types=1);

namespace Skarvo\Topology\Scan;

use Skarvo\Value\Must;

/** Which observed connections are dependencies without a person's word. */
final readonly class ConnectionRule
{
    /**
     * @param  string|null  $fromKind  null: any, as the others
     *
     * @throws \DomainException if it cannot be so
     */
    public function __construct(
        public string $id, public ?string $fromKind, public ?string $toKind, public ?int $port, public string $relation,
    ) {
        Must::port($port);
        Must::name($relation, 'The relation that a rule makes');
    }

    public function fits(string $fromKind, string $toKind, ?int $port): bool
    {
        return ($this->fromKind ?? $fromKind) === $fromKind
            && ($this->toKind ?? $toKind) === $toKind
            && ($this->port === null || $this->port === $port);
    }
}
