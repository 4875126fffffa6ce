<?php

declare(strict_types=1);

namespace Skarvo\Signals\Replay;

/**
 * What has to hear of openings, in their order, to bring alerts together.
 *
 * @internal
 */
interface Grouping
{
    /** Puts an alert that opens now into the group related to it, which may bring several together. */
    public function join(ReplayAlert $alert): void;

    /** An alert has one more item; one that opens is told its items before it joins. */
    public function gained(ReplayAlert $alert, string $item): void;
}
