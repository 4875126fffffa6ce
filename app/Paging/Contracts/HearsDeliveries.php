<?php

declare(strict_types=1);

namespace App\Paging\Contracts;

/** Sends something else through gateways that tell afterwards what became of it. */
interface HearsDeliveries
{
    /**
     * @param  string  $key  that the message went out under
     * @param  string|null  $why  it did not arrive; null: it did
     * @return bool|null whether that was news; null: it is no message of its own
     */
    public function heard(string $key, ?string $why): ?bool;
}
