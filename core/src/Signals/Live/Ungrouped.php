<?php

declare(strict_types=1);

namespace Skarvo\Signals\Live;

use Skarvo\Signals\Replay\Grouping;
use Skarvo\Signals\Replay\ReplayAlert;

/**
 * Leaves alerts apart: groups reach across bundles, and are made of all their openings afterwards.
 *
 * @internal
 */
final class Ungrouped implements Grouping
{
    public function join(ReplayAlert $alert): void {}

    public function gained(ReplayAlert $alert, string $item): void {}
}
