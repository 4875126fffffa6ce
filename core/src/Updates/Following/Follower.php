<?php

declare(strict_types=1);

namespace Skarvo\Updates\Following;

use Skarvo\Value\Must;

/** Somebody who asked to be told, at one address. */
final readonly class Follower
{
    /**
     * @param  string  $address  as its channel writes it; of two that are the same there, only one is told
     * @param  bool  $isActive  false: not confirmed yet, paused, or has left
     *
     * @throws \DomainException
     */
    public function __construct(
        public int $id, public Channel $channel, public string $address, public Interest $interest, public bool $isActive = true,
    ) {
        Must::name($address, 'A follower');
    }

    /** The same for all that reach the same place. */
    public function reach(): string
    {
        return $this->channel->value.' '.($this->channel === Channel::Mail ? mb_strtolower(trim($this->address)) : trim($this->address));
    }
}
