<?php

declare(strict_types=1);

namespace App\Incidents\Roles;

use App\Incidents\Incident;
use App\Incidents\IncidentEntry;
use App\Platform\Database\Locked;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Person;
use App\Platform\Refused;
use App\Platform\Staff\Names;
use Illuminate\Support\Facades\DB;

/** Somebody takes a role in an incident, is given it, or lays it down. */
final class GiveRole
{
    /**
     * @param  Person|null  $to  null: nobody has it from here on
     * @param  string|null  $was  who had it, as whoever does this saw
     *
     * @throws Refused if somebody else has it meanwhile, or there is no such role
     */
    public function __invoke(Incident $incident, string $role, ?Person $to, ?string $was, Person $by): void
    {
        DB::transaction(static function () use ($incident, $role, $to, $was, $by): void {
            Locked::again($incident);
            if (! $incident->isOpen()) {
                throw Refused::because("{$incident->ref()} is resolved: nobody has a role in it any more.");
            }
            $held = RoleHeld::query()->where('incident_id', $incident->id)->where('role', $role)->whereNull('until')->first();
            $name = Roles::name($role);
            if ($name === null && ($held === null || $to !== null)) {
                throw Refused::because('There is no such role any more.', 'role');
            }
            $name ??= $role;
            if ($held?->person_id !== $was) {
                throw Refused::because($held === null
                    ? Names::person($was)." laid it down meanwhile: nobody is $name now."
                    : Names::person($held->person_id)." is $name by now.");
            }
            if ($to !== null && $to->left_at !== null) {
                throw Refused::because("$to->name is not here any more.", 'person');
            }
            if ($held?->person_id === $to?->id) {
                return;
            }
            $held?->update(['until' => now()]);
            if ($to !== null) {
                RoleHeld::query()->create(['incident_id' => $incident->id, 'role' => $role, 'person_id' => $to->id, 'since' => now()]);
            }
            Journal::write(
                Actor::person($by), $to === null ? IncidentEntry::RoleLeft : IncidentEntry::RoleGiven, ['incident', $incident->id],
                ['role' => $name, 'person' => $to->id ?? $held?->person_id], ['incident' => $incident->id],
            );
        });
    }
}
