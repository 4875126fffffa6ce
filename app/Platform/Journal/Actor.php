<?php

declare(strict_types=1);

namespace App\Platform\Journal;

use App\Platform\Person;

/** Who or what did something. */
final readonly class Actor
{
    /** @param  string|null  $typed  how somebody without an account calls themselves */
    private function __construct(public string $kind, public ?string $id, public string $name, public ?string $typed = null) {}

    public static function person(Person $person): self
    {
        return new self('person', $person->id, $person->name);
    }

    /** Skarvo itself: its clock, its worker. */
    public static function system(): self
    {
        return new self('system', null, 'Skarvo');
    }

    public static function scanner(string $name): self
    {
        return new self('scanner', $name, $name);
    }

    /** Who it is, stands in what they follow, as long as they do. */
    public static function follower(): self
    {
        return new self('follower', null, 'A follower');
    }

    public static function reporter(?string $name): self
    {
        return new self('reporter', null, $name ?? 'A reporter', $name);
    }
}
