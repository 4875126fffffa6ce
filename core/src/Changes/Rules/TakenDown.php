<?php

declare(strict_types=1);

namespace Skarvo\Changes\Rules;

/** Something that a change takes down, or makes worse. */
final readonly class TakenDown
{
    /** @param  list<string>  $services  ids of the services that it takes along */
    public function __construct(public string $id, public string $name, public array $services, public ?string $team) {}
}
