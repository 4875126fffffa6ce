<?php

declare(strict_types=1);

namespace App\Platform\Outbox;

use App\Platform\Given;

/** The kinds of messages that can be sent, as capabilities give them. */
final class Kinds
{
    /** @var array<string, Messages> */
    private readonly array $kinds;

    /** @param  list<Messages>|null  $given  those that capabilities give, if null */
    public function __construct(?array $given = null)
    {
        $kinds = [];
        foreach ($given ?? Given::all(Messages::class) as $one) {
            $kinds[$one->kind()] = $one;
        }
        $this->kinds = $kinds;
    }

    /** @return array<string, Messages> by name */
    public function all(): array
    {
        return $this->kinds;
    }

    public function of(string $kind): Messages
    {
        return $this->kinds[$kind] ?? throw new \LogicException("Nothing knows how to send a $kind.");
    }
}
