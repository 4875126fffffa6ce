<?php

declare(strict_types=1);

namespace App\Incidents;

use App\Platform\Contracts\Swept;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Entry;
use App\Platform\Journal\Journal;
use App\Platform\Person;
use App\Platform\Staff\Names;
use Carbon\CarbonImmutable;
use Illuminate\Support\Facades\DB;

/** Who is in the room of an incident: an open room says so every half a minute, and whoever falls silent has left. */
final class Presence implements Swept
{
    /** A browser lets a hidden page speak once a minute. */
    private const SILENT_SECONDS = 150;

    public static function seen(Incident $incident, Person $person): void
    {
        if (! $incident->isOpen()) {
            return;
        }
        DB::transaction(static function () use ($incident, $person): void {
            $own = DB::table('presences')->where('incident_id', $incident->id)->where('person_id', $person->id);
            if ($own->update(['seen_at' => now()]) === 1) {
                return;
            }
            DB::table('presences')->insert(['incident_id' => $incident->id, 'person_id' => $person->id, 'seen_at' => now()]);
            Journal::write(
                Actor::person($person), IncidentEntry::RoomEntered, ['incident', $incident->id], [],
                ['incident' => $incident->id],
            );
        });
    }

    /** When somebody left the room last, who may be back by now; null: they never did. */
    public static function leftAt(Incident $incident, Person $person): ?CarbonImmutable
    {
        return Story::noted($incident)->last(static fn(Entry $one): bool => $one->kind === IncidentEntry::RoomLeft->value
            && ($one->told()['person'] ?? null) === $person->id)?->at;
    }

    /**
     * @return list<array{id: string, name: string, team: string|null, coordinates: bool, here: bool}> who is or was in the room, the
     *      coordinator first, then who is
     */
    public static function in(Incident $incident): array
    {
        $here = DB::table('presences')->where('incident_id', $incident->id)
            ->where('seen_at', '>', now()->subSeconds(self::SILENT_SECONDS))->pluck('person_id')->all();
        $entered = Story::noted($incident)->where('kind', IncidentEntry::RoomEntered->value)->pluck('actor_id')->unique()
            ->push($incident->coordinator_id)->all();
        $people = array_map(static function (string $id) use ($incident, $here): array {
            $team = Names::teamOf($id);

            return [
                'id' => $id, 'name' => Names::person($id), 'team' => $team === null ? null : Names::team($team),
                'coordinates' => $id === $incident->coordinator_id, 'here' => in_array($id, $here, true),
            ];
        }, array_values(array_unique(array_filter(
            [...$here, ...$entered], static fn(mixed $id): bool => is_string($id) && isset(Names::people()[$id]),
        ))));
        usort(
            $people,
            static fn(array $a, array $b): int => [
                ! $a['coordinates'], ! $a['here'], $a['name'],
            ] <=> [! $b['coordinates'], ! $b['here'], $b['name']],
        );

        return $people;
    }

    /** @return int how many have left */
    public function __invoke(\Closure $mayWork): int
    {
        $silent = static fn() => DB::table('presences')->where('seen_at', '<=', now()->subSeconds(self::SILENT_SECONDS));
        if (! $silent()->exists()) {
            return 0;
        }

        return DB::transaction(static function () use ($mayWork, $silent): int {
            $left = $mayWork() ? $silent()->get() : [];
            foreach ($left as $one) {
                DB::table('presences')->where('incident_id', $one->incident_id)->where('person_id', $one->person_id)->delete();
                // Noticed, not done by them: what somebody does is a deed that shows that they are on it.
                Journal::write(
                    Actor::system(), IncidentEntry::RoomLeft, ['incident', (int) $one->incident_id],
                    ['person' => $one->person_id], ['incident' => (int) $one->incident_id],
                );
            }

            return count($left);
        });
    }
}
