<?php

declare(strict_types=1);

namespace Skarvo\Changes\Rules;

/** Something that a change takes down, or makes worse. */
final readonly class TakenDown
{
    /** @param  array<array-key, string>  $services  names of the services that it takes along, by id */
    public function __construct(public string $id, public string $name, public array $services, public ?string $team) {}
}
