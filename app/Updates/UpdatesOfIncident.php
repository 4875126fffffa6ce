<?php

declare(strict_types=1);

namespace App\Updates;

use App\Incidents\Contracts\HasConsequences;
use App\Incidents\Contracts\RoomPanel;
use App\Incidents\Contracts\SaysSoFar;
use App\Incidents\Foreseen;
use App\Incidents\Incident;
use App\Incidents\Occasion;
use App\Incidents\Situation;
use App\Incidents\Turn;
use App\Incidents\TurnKind;
use App\Incidents\UpdateRhythm;
use App\Paging\Contracts\OnThePage;
use App\Paging\Page;
use App\Platform\Deed;
use App\Platform\Journal\Journal;
use App\Platform\Person;
use App\Updates\Cards\Card;
use App\Updates\Checking\CheckWords;
use App\Updates\Versions\DraftVersions;
use App\Updates\Versions\FactsOf;
use App\Updates\Versions\UpdateVersion;
use App\Updates\Versions\WrittenUpdate;
use Inertia\Inertia;
use Skarvo\Incidents\Stage;
use Skarvo\Topology\State;

/** What outsiders are told of an incident: in its room, in a sentence, on a page, and when it is over or is not. */
final class UpdatesOfIncident implements HasConsequences, OnThePage, RoomPanel, SaysSoFar
{
    public function foresee(Incident $incident, Turn $turn): ?Foreseen
    {
        return match ($turn->kind) {
            TurnKind::Resolved => self::over($incident, $turn),
            TurnKind::Reopened => self::again($incident, $turn),
            TurnKind::Major => self::major($incident, $turn),
            TurnKind::Merged => new Foreseen(static fn(): array => [], static function () use ($incident, $turn): void {
                Card::query()->where('incident_id', $incident->id)->update(['incident_id' => $turn->into->id ?? $incident->id]);
            }),
            TurnKind::NotMajor => new Foreseen(
                static fn(): array => ['published' => Update::query()->where('incident_id', $incident->id)
                    ->where('published_at', '>=', $incident->major_at)->count()],
                static function (): void {},
            ),
            default => null,
        };
    }

    private static function over(Incident $incident, Turn $turn): ?Foreseen
    {
        if (self::goesWithAnother($incident)) {
            return null;
        }

        $services = NextUpdate::publicNames($incident);

        return new Foreseen(
            static fn(): array => [
                'services' => $services, 'unsure' => PublicStates::unsureOf($services),
                'update' => NextUpdate::of($incident, Situation::now(), Stage::Restored)['text'],
            ],
            static fn() => self::publish($incident, $turn, self::all($services, State::Up)),
        );
    }

    private static function again(Incident $incident, Turn $turn): ?Foreseen
    {
        // One that is reopened by itself is told of, whatever it ended with.
        if (self::goesWithAnother($incident) && Incident::query()->whereKey($incident->ends_with_id)->whereNull('resolved_at')->exists()) {
            return null;
        }

        return new Foreseen(
            static fn(): array => ['update' => NextUpdate::reopened($incident)],
            static fn() => self::publish($incident, $turn, self::all(NextUpdate::publicNames($incident), State::Degraded)),
        );
    }

    /** Whether nobody outside has read of it: what they read is how the larger one stands. */
    private static function goesWithAnother(Incident $incident): bool
    {
        return $incident->ends_with_id !== null && Update::query()->where('incident_id', $incident->id)->doesntExist();
    }

    /** The notice, where there is one: outsiders are told nothing of the mark itself. */
    private static function major(Incident $incident, Turn $turn): Foreseen
    {
        $draft = NextUpdate::of($incident, Situation::now());

        return new Foreseen(
            static fn(): array => ['update' => $draft['text'], 'services' => array_column($draft['services'], 'name')],
            static function () use ($incident, $turn, $draft): void {
                if ($turn->public !== '') {
                    $incident->occasion->answered();
                    $incident->occasion->owes(now()->addSeconds(UpdateRhythm::of($incident)));
                    self::publish($incident, $turn, $draft['services']);
                }
            },
        );
    }

    public function room(Incident $incident, Situation $situation, Person $reader): array
    {
        return [
            'updates' => static fn() => Update::ofIncident($incident->id)->map(fn(Update $u): array => $u->toLine()),
            'draft' => static fn(): array => NextUpdate::of($incident, $situation),
            // An address is a key: only whoever may give one sees it.
            'cards' => Inertia::optional(static fn(): array => Deed::TellOutsiders->isAllowedTo($reader) ? array_values(
                Card::query()->readable()->where('incident_id', $incident->id)->orderBy('id')->get()
                    ->map(static fn(Card $one): array => $one->toLine())->all(),
            ) : []),
        ];
    }

    public function work(Incident $incident, Situation $situation): array
    {
        return [];
    }

    public function told(Incident $incident): array
    {
        $update = self::last($incident->id);

        return [$update === null ? 'Nothing has been published yet.' : "Published (update $update->number): \"$update->text\""];
    }

    public function stands(array $incidents, Situation $situation): array
    {
        return [];
    }

    public function page(Occasion $occasion, Page $page): array
    {
        return $occasion->kind === Incident::KIND ? ['lastUpdate' => self::last($occasion->record_id)?->text] : [];
    }

    private static function last(int $incident): ?Update
    {
        return Update::ofIncident($incident)->first();
    }

    /**
     * @param  list<string>  $names  public ones
     * @return list<array{name: string, state: string}>
     */
    private static function all(array $names, State $state): array
    {
        return array_map(static fn(string $name): array => ['name' => $name, 'state' => $state->value], $names);
    }

    /** @param  list<array{name: string, state: string}>  $services  by their public names */
    private static function publish(Incident $incident, Turn $turn, array $services): void
    {
        $found = $turn->isWritten ? CheckWords::must(
            $incident, Situation::now(),
            new WrittenUpdate($incident->stage, $turn->public, null, $incident->occasion->next_update_at?->getTimestamp()), $turn->despite,
        ) : 0;
        $number = (int) Update::query()->where('incident_id', $incident->id)->max('number') + 1;
        // What people do meanwhile holds on, whatever an incident is called.
        $last = $turn->kind === TurnKind::Major ? Update::query()->where('incident_id', $incident->id)->latest('number')->first() : null;
        $update = Update::publish([
            'incident_id' => $incident->id, 'number' => $number, 'stage' => $incident->stage, 'text' => $turn->public,
            'services' => $services, 'author_id' => $turn->by->id, 'next_at' => $incident->occasion->next_update_at,
            'meanwhile' => $last?->meanwhile, 'cause' => $last?->cause, 'counter' => $last?->counter,
            'estimate_at' => $incident->estimate_at,
        ], $last->places ?? []);
        // That it is not over after all follows from no facts: everybody reads what was written.
        if ($turn->kind !== TurnKind::Reopened) {
            $said = new WrittenUpdate(
                $incident->stage, $turn->public, $last?->meanwhile, $incident->occasion->next_update_at?->getTimestamp(), $last?->cause,
                $last?->counter,
                array_map(static fn(array $one): array => ['name' => $one['name'], 'state' => State::from($one['state'])], $services),
            );
            $facts = FactsOf::next($incident, Situation::now(), $said, false);
            UpdateVersion::keep($update, DraftVersions::whole($incident, $facts, $turn->public, null), null);
        }
        Journal::write(
            $turn->by, UpdateEntry::UpdatePublished, ['incident', $incident->id],
            [
                'number' => $number, 'text' => $turn->public, 'stage' => $incident->stage->value,
                ...($found === 0 ? [] : ['found' => $found, 'despite' => (string) $turn->despite]),
            ],
            ['incident' => $incident->id],
        );
    }
}
