<?php

declare(strict_types=1);

namespace App\Incidents;

/** One consequence: what it will do, as a sheet shows it, and how it is done. */
final readonly class Foreseen
{
    /**
     * @param  \Closure(): array<string, mixed>  $told  what it will do
     * @param  \Closure(): void  $carryOut  called once the incident is as the turn leaves it, inside its transaction
     */
    public function __construct(public \Closure $told, public \Closure $carryOut) {}
}
