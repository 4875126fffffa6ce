<?php

declare(strict_types=1);

namespace Skarvo\Paging;

/** One step of a policy: whom to call, and how long to wait for an answer. */
final readonly class Step
{
    /**
     * @param  non-empty-list<Target>  $targets
     * @param  int  $wait  seconds, more than zero
     */
    public function __construct(public array $targets, public int $wait) {}
}
