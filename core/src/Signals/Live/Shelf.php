<?php

declare(strict_types=1);

namespace Skarvo\Signals\Live;

use Skarvo\Signals\Replay\ReplaySignal;

/** Where bundles and the signals behind them are kept. */
interface Shelf
{
    /**
     * @param  list<string>  $families
     * @param  list<string>  $keys
     * @return array<int, Bundle> those that know any of them, by number
     */
    public function bundles(array $families, array $keys): array;

    /**
     * @param  list<string>  $families
     * @param  int  $after  seconds since the epoch
     * @return list<ReplaySignal> their signals later than that instant which were taken before, in order, each with its treatment
     */
    public function taken(array $families, int $after): array;

    /**
     * @param  list<string>  $keys
     * @param  int  $before  seconds since the epoch
     * @return array<string, int> how many alerts each had opened before that instant, where there are any
     */
    public function opened(array $keys, int $before): array;
}
