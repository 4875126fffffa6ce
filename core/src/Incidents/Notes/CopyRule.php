<?php

declare(strict_types=1);

namespace Skarvo\Incidents\Notes;

/** Which notes go along links of one kind. */
final readonly class CopyRule
{
    /** @param  bool  $earlier  whether notes from before the link go along it too */
    public function __construct(
        public string $link, public Way $way, public bool $internal, public bool $public, public bool $earlier = false,
    ) {}

    public function lets(Visibility $visibility): bool
    {
        return $visibility === Visibility::Internal ? $this->internal : $this->public;
    }
}
