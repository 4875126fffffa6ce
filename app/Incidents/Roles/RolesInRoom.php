<?php

declare(strict_types=1);

namespace App\Incidents\Roles;

use App\Incidents\Contracts\HasConsequences;
use App\Incidents\Contracts\RoomPanel;
use App\Incidents\Contracts\SaysNext;
use App\Incidents\Contracts\TakesPart;
use App\Incidents\Foreseen;
use App\Incidents\Incident;
use App\Incidents\Situation;
use App\Incidents\Turn;
use App\Incidents\TurnKind;
use App\Platform\Contracts\Decisions;
use App\Platform\CurrentPerson;
use App\Platform\Look;
use App\Platform\Person;
use App\Platform\Staff\Colleagues;
use App\Platform\Staff\Names;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Database\Query\Builder;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;

/**
 * Who is what in an incident: in its room, and when it is raised, lowered or over.
 *
 * @phpstan-type RoleLine array{
 *     id: string, name: string, person: array{id: string, name: string}|null, since: CarbonImmutable|null,
 *     before: list<array{name: string, since: CarbonImmutable, until: CarbonImmutable|null}>,
 * }
 * @phpstan-type CoordinationLine array{
 *     incident: int, ref: string, title: string, from: string, to: string, mine: bool, brief: string, offered_at: CarbonImmutable,
 * }
 */
final class RolesInRoom implements Decisions, HasConsequences, RoomPanel, SaysNext, TakesPart
{
    public function room(Incident $incident, Situation $situation, Person $reader): array
    {
        return [
            'roles' => static fn(): array => self::lines($incident->id),
            'handover' => static fn(): ?array => self::offers($reader, $incident)[0] ?? null,
            'colleagues' => Colleagues::prop(),
        ];
    }

    public function decisions(Request $request, ?CarbonImmutable $from, ?CarbonImmutable $to): array
    {
        $reader = CurrentPerson::of($request);

        return ['coordination' => static fn(): array => self::offers($reader)];
    }

    public function foresee(Incident $incident, Turn $turn): ?Foreseen
    {
        $held = RoleHeld::query()->where('incident_id', $incident->id)->whereNull('until')->pluck('person_id', 'role');
        $open = array_values(array_column(array_filter(
            Roles::all(), static fn(array $one): bool => ! $held->has($one['id']),
        ), 'name'));

        return match ($turn->kind) {
            TurnKind::Major, TurnKind::NotMajor => new Foreseen(static fn(): array => ['openRoles' => $open], static function (): void {}),
            TurnKind::Resolved => new Foreseen(static fn(): array => [], static function () use ($incident): void {
                RoleHeld::query()->where('incident_id', $incident->id)->whereNull('until')->update(['until' => now()]);
                CoordinationOffer::settleAll($incident);
            }),
            default => null,
        };
    }

    public function next(Incident $incident): array
    {
        $lines = $incident->isMajor() ? self::lines($incident->id) : [];

        return array_values(array_map(
            static fn(array $one): string => "Somebody to be {$one['name']}",
            array_filter($lines, static fn(array $one): bool => $one['person'] === null),
        ));
    }

    public function takesPart(Incident $incident, Person $person): bool
    {
        return RoleHeld::query()->where('incident_id', $incident->id)->where('person_id', $person->id)->exists();
    }

    public function ofTeam(string $team): Builder
    {
        return DB::table('incident_roles')->join('people', 'people.id', '=', 'incident_roles.person_id')
            ->where('people.team_id', $team)->select('incident_roles.incident_id');
    }

    /** @return list<RoleLine> those there are, and those that are held though there are no such any more */
    private static function lines(int $incident): array
    {
        $held = Look::once(
            "roles of $incident", static fn(): Collection => RoleHeld::query()->where('incident_id', $incident)->orderBy('id')->get(),
        )->groupBy('role');
        $names = array_column(Roles::all(), 'name', 'id');
        foreach ($held->keys() as $role) {
            $names[$role] ??= (string) $role;
        }
        $lines = [];
        foreach ($names as $role => $name) {
            $turns = $held->get($role) ?? collect();
            $now = $turns->first(static fn(RoleHeld $one): bool => $one->until === null);
            $lines[] = [
                'id' => (string) $role, 'name' => $name,
                'person' => $now === null ? null : ['id' => $now->person_id, 'name' => Names::person($now->person_id)],
                'since' => $now?->since,
                'before' => array_values($turns->whereNotNull('until')->map(static fn(RoleHeld $one): array => [
                    'name' => Names::person($one->person_id), 'since' => $one->since, 'until' => $one->until,
                ])->all()),
            ];
        }

        return $lines;
    }

    /** @return list<CoordinationLine> those that wait: of an incident, or for whoever reads */
    private static function offers(Person $reader, ?Incident $incident = null): array
    {
        return array_values(CoordinationOffer::query()->with('incident')->waiting()
            ->when($incident !== null, static fn($query) => $query->where('incident_id', $incident?->id))
            ->when($incident === null, static fn($query) => $query->where('to_id', $reader->id))
            ->orderBy('id')->get()->map(static fn(CoordinationOffer $one): array => [
                'incident' => $one->incident_id, 'ref' => $one->incident->ref(), 'title' => $one->incident->title,
                'from' => Names::person($one->from_id), 'to' => Names::person($one->to_id), 'mine' => $one->to_id === $reader->id,
                'brief' => $one->brief, 'offered_at' => $one->offered_at,
            ])->all());
    }
}
