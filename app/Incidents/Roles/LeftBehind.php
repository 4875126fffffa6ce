<?php

declare(strict_types=1);

namespace App\Incidents\Roles;

use App\Incidents\Incident;
use App\Incidents\IncidentEntry;
use App\Platform\Contracts\Decisions;
use App\Platform\Contracts\HearsLeaving;
use App\Platform\Contracts\HearsRoles;
use App\Platform\Contracts\InHand;
use App\Platform\Database\Locked;
use App\Platform\Deed;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Person;
use App\Platform\Role;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Http\Request;

/**
 * Incidents that somebody coordinates, or has a role in, when they leave, or may coordinate no more: from then on nobody does, and
 * those who are there decide who takes it.
 *
 * @phpstan-import-type InHandLine from InHand
 * @phpstan-type UncoordinatedLine array{incident: int, ref: string, title: string, priority: int}
 */
final class LeftBehind implements Decisions, HearsLeaving, HearsRoles, InHand
{
    public function inHand(Person $person): array
    {
        $lines = [];
        foreach ($this->coordinatedBy($person) as $incident) {
            $lines[] = [...self::line($incident, 'nobody coordinates it'), 'role' => Role::Coordinator->value];
        }
        foreach ($this->rolesOf($person) as $held) {
            $lines[] = self::line($held->incident, 'nobody is '.self::name($held));
        }

        return $lines;
    }

    public function left(Person $person, Person $by): void
    {
        $this->coordinatesNoMore($person, $by, []);
        foreach ($this->rolesOf($person) as $held) {
            $held->update(['until' => now()]);
            self::write(IncidentEntry::RoleLeft, $held->incident_id, $person, $by, ['role' => self::name($held)]);
        }
    }

    public function doesOtherThings(Person $person, Person $by): void
    {
        if (! Deed::RunIncidents->isAllowedTo($person)) {
            $this->coordinatesNoMore($person, $by, ['stays' => true]);
        }
    }

    /** @param  array{stays?: true}  $more  whether they are still there, and only coordinate no more */
    private function coordinatesNoMore(Person $person, Person $by, array $more): void
    {
        foreach ($this->coordinatedBy($person) as $incident) {
            Locked::again($incident)->update(['coordinator_id' => null]);
            CoordinationOffer::settleAll($incident);
            self::write(IncidentEntry::CoordinatorLeft, $incident->id, $person, $by, $more);
        }
        foreach (CoordinationOffer::query()->waiting()->where('to_id', $person->id)->orderBy('id')->get() as $offer) {
            $offer->update(['settled_at' => now()]);
            self::write(IncidentEntry::CoordinationLapsed, $offer->incident_id, $person, $by, $more);
        }
    }

    public function decisions(Request $request, ?CarbonImmutable $from, ?CarbonImmutable $to): array
    {
        return ['uncoordinated' => self::uncoordinated(...)];
    }

    /** @return list<UncoordinatedLine> without those that declared themselves: whoever is called for them answers for them first */
    private static function uncoordinated(): array
    {
        return array_values(Incident::allOpen()->whereNull('coordinator_id')->where('follows_group', false)->sortBy('priority')
            ->map(static fn(Incident $one): array => [
                'incident' => $one->id, 'ref' => $one->ref(), 'title' => $one->title, 'priority' => $one->priority,
            ])->all());
    }

    /** @return Collection<int, Incident> */
    private function coordinatedBy(Person $person): Collection
    {
        return Incident::query()->whereNull('resolved_at')->where('coordinator_id', $person->id)->orderBy('priority')->orderBy('id')->get();
    }

    /** @return Collection<int, RoleHeld> */
    private function rolesOf(Person $person): Collection
    {
        return RoleHeld::query()->with('incident')->where('person_id', $person->id)->whereNull('until')
            ->whereHas('incident', static fn($incident) => $incident->whereNull('resolved_at'))->orderBy('id')->get();
    }

    private static function name(RoleHeld $held): string
    {
        return Roles::name($held->role) ?? $held->role;
    }

    /** @return InHandLine */
    private static function line(Incident $incident, string $becomes): array
    {
        return ['what' => "{$incident->ref()} $incident->title", 'link' => "/incidents/$incident->id", 'becomes' => $becomes];
    }

    /** @param  array<string, string|true>  $more */
    private static function write(IncidentEntry $kind, int $incident, Person $person, Person $by, array $more = []): void
    {
        Journal::write(
            Actor::person($by), $kind, ['incident', $incident], ['person' => $person->id, ...$more], ['incident' => $incident],
        );
    }
}
