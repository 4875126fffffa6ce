<?php

declare(strict_types=1);

namespace App\Incidents;

use App\Incidents\Contracts\HasConsequences;
use App\Platform\Given;

/**
 * What all the others do because of what becomes of an incident.
 *
 * Foreseen before it happens, from how things stand then: a sheet shows the same object that is carried out afterwards,
 * so that what is promised and what is done cannot differ.
 */
final readonly class Consequences
{
    /** @param  list<Foreseen>  $foreseen */
    private function __construct(private array $foreseen) {}

    public static function foresee(Incident $incident, Turn $turn): self
    {
        return new self(array_values(array_filter(array_map(
            static fn(HasConsequences $one): ?Foreseen => $one->foresee($incident, $turn), Given::all(HasConsequences::class),
        ))));
    }

    /** @return array<string, mixed> */
    public function told(): array
    {
        return array_merge([], ...array_map(static fn(Foreseen $one): array => ($one->told)(), $this->foreseen));
    }

    /** Call it inside the transaction of the turn. */
    public function carryOut(): void
    {
        foreach ($this->foreseen as $one) {
            ($one->carryOut)();
        }
    }
}
