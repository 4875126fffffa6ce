<?php

declare(strict_types=1);

namespace App\Platform\Outbox;

use App\Platform\Given;

/** The kinds of messages that can be sent, as capabilities give them. */
final class Kinds
{
    /** @var array<string, Messages> */
    private readonly array $kinds;

    public function __construct()
    {
        $kinds = [];
        foreach (Given::all(Messages::class) as $one) {
            $kinds[$one->kind()] = $one;
        }
        $this->kinds = $kinds;
    }

    public function of(string $kind): Messages
    {
        return $this->kinds[$kind] ?? throw new \LogicException("Nothing knows how to send a $kind.");
    }
}
