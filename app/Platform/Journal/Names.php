<?php

declare(strict_types=1);

namespace App\Platform\Journal;

use App\Platform\Person;

/** How the people are called of whom entries tell: read once, for as long as one reads. */
final class Names
{
    /** @var array<array-key, string>|null */
    private ?array $names = null;

    public function of(string $person): string
    {
        $this->names ??= Person::query()->pluck('name', 'id')->map(strval(...))->all();

        return $this->names[$person] ?? $person;
    }
}
