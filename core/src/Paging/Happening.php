<?php

declare(strict_types=1);

namespace Skarvo\Paging;

/** Something that people or devices did while a call was running. */
final readonly class Happening
{
    /**
     * @param  int  $at  seconds since the epoch
     * @param  string  $person  id; empty only where the call was resolved
     * @param  string  $channel  of the delivery that came back; empty for other kinds
     */
    public function __construct(
        public int $at,
        public HappeningKind $kind,
        public string $person = '',
        public string $channel = '',
    ) {}
}
