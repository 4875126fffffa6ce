<?php

declare(strict_types=1);

namespace App\Platform;

/** What capabilities give to whoever asks, in the order in which bootstrap/providers.php lists them. */
final class Given
{
    /**
     * @template T of object
     *
     * @param  class-string<T>  $contract
     * @return list<T>
     */
    public static function all(string $contract): array
    {
        $given = [];
        foreach (app()->tagged($contract) as $one) {
            $given[] = $one instanceof $contract ? $one : throw new \LogicException($one::class." is given as a $contract, and is none.");
        }

        return $given;
    }
}
