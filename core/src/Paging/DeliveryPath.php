<?php

declare(strict_types=1);

namespace Skarvo\Paging;

/**
 * Whether a way of delivering works, from what became of its last messages.
 *
 * One device that is off is its owner's trouble; two of different people in a row are the path's.
 */
final readonly class DeliveryPath
{
    /** Failures that lie further apart say nothing about each other: seconds. */
    private const TOGETHER = 1800;

    /**
     * @param  bool  $works
     * @param  int|null  $since  of the first of the failures in a row, seconds since the epoch
     * @param  int  $failures  in a row, up to now
     */
    private function __construct(public bool $works, public ?int $since, public int $failures) {}

    /** @param  list<array{at: int, address: string, arrived: bool}>  $deliveries  in the order in which their fate was known */
    public static function judge(array $deliveries): self
    {
        $addresses = [];
        $since = $later = null;
        $count = 0;
        foreach (array_reverse($deliveries) as $delivery) {
            if ($delivery['arrived'] || ($later !== null && $later - $delivery['at'] > self::TOGETHER)) {
                break;
            }
            $addresses[$delivery['address']] = true;
            $since = $later = $delivery['at'];
            $count++;
        }

        return new self(count($addresses) < 2, $since, $count);
    }
}
