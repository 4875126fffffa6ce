<?php

declare(strict_types=1);

namespace App\Platform;

use Illuminate\Database\DetectsConcurrencyErrors;

/**
 * Does something with several together, which is quick; where that breaks, with each by itself, so that one that is
 * broken keeps no other waiting for whoever mends it.
 */
final class AllOrEach
{
    use DetectsConcurrencyErrors;

    /**
     * @template T
     *
     * @param  list<T>  $all
     * @param  \Closure(list<T>): void  $together  all of it in one transaction
     * @param  \Closure(T, \Exception): void  $passOver  notes that one is broken, so that it does not come again at once
     *
     * @throws \Throwable if it is the database that is busy: nothing is broken then, and the next tick tries again
     */
    public static function run(array $all, \Closure $together, \Closure $passOver): void
    {
        try {
            $together($all);
        } catch (\Throwable $e) {
            if (self::isBusy($e)) {
                throw $e;
            }
            foreach ($all as $one) {
                try {
                    $together([$one]);
                } catch (\Exception $e) {
                    if (self::isBusy($e)) {
                        throw $e;
                    }
                    report($e);
                    $passOver($one, $e);
                }
            }
        }
    }

    private static function isBusy(\Throwable $e): bool
    {
        return (new self)->causedByConcurrencyError($e);
    }
}
