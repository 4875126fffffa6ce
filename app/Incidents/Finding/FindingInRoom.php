<?php

declare(strict_types=1);

namespace App\Incidents\Finding;

use App\Incidents\Contracts\RoomPanel;
use App\Incidents\Contracts\SaysNext;
use App\Incidents\Contracts\SaysSoFar;
use App\Incidents\Incident;
use App\Incidents\Presence;
use App\Incidents\Situation;
use App\Platform\Look;
use App\Platform\Person;
use App\Platform\Staff\Names;
use App\Platform\WallClock;
use App\Signals\Watched;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Collection;
use Inertia\Inertia;
use Skarvo\Incidents\Finding\HypothesisState;
use Skarvo\Incidents\Finding\OptionKind;
use Skarvo\Topology\HitService;
use Skarvo\Topology\State;

/**
 * What may be the cause, what is not, what can be done: in the room, and for whoever is caught up.
 *
 * @phpstan-import-type HypothesisLine from Hypothesis
 * @phpstan-type OptionLine array{
 *     id: int, kind: value-of<OptionKind>, kindWords: string, text: string, minutes: int|null, risk: string, by: string,
 *     items: list<array{id: string, name: string}>, takesDown: list<array{name: string, state: value-of<State>}>,
 *     chosen: array{by: string, at: CarbonImmutable, why: string}|null,
 * }
 * @phpstan-type HealthyLine array{id: string, name: string}
 */
final class FindingInRoom implements RoomPanel, SaysNext, SaysSoFar
{
    /** As many as a sentence can bear. */
    private const NAMED = 3;

    /** Things underneath that are well: the nearest say most. */
    private const HEALTHY = 6;

    public function room(Incident $incident, Situation $situation, Person $reader): array
    {
        return [
            'hypotheses' => static fn(): array => array_values(
                self::hypotheses($incident->id)->map(static fn(Hypothesis $one): array => $one->toLine())->all(),
            ),
            'healthy' => Inertia::defer(static fn(): array => $incident->isOpen() ? self::healthy($incident, $situation) : [], 'later'),
            'options' => static fn(): array => self::options($incident->id, $situation),
            'leftAt' => static fn(): ?CarbonImmutable => Presence::leftAt($incident, $reader),
        ];
    }

    public function work(Incident $incident, Situation $situation): array
    {
        $all = self::hypotheses($incident->id);
        $sentences = [];
        foreach ([HypothesisState::Confirmed, HypothesisState::RuledOut] as $state) {
            $some = $all->filter(static fn(Hypothesis $one): bool => $one->state === $state);
            if ($some->isNotEmpty()) {
                $more = $some->count() - self::NAMED;
                $sentences[] = "{$state->words()}: ".$some->take(self::NAMED)
                    ->map(
                        static fn(Hypothesis $one): string => rtrim($one->text, '.').' ('.rtrim((string) $one->result, '.').')',
                    )->implode('; ')
                    .($more > 0 ? ", and $more more" : '').'.';
            }
        }
        if ($incident->isOpen() && $incident->estimate_at !== null) {
            $by = Names::person($incident->estimate_by_id);
            $sentences[] = $incident->estimate_at->isFuture()
                ? 'Expected back by '.WallClock::time($incident->estimate_at).", says $by."
                : 'It was expected back by '.WallClock::time($incident->estimate_at).", as $by said; nobody has said more since.";
        }

        return $sentences;
    }

    public function next(Incident $incident): array
    {
        $open = self::hypotheses($incident->id)->filter(static fn(Hypothesis $one): bool => $one->state === HypothesisState::Open);

        return array_values([
            ...(
                $incident->estimate_at?->isPast() === true
                    ? ['Say by when it is back: '.WallClock::time($incident->estimate_at).' has passed']
                    : []
            ),
            ...$open->map(static fn(Hypothesis $one): string => (
                $one->person_id === null ? 'Nobody looks into it yet: ' : Names::person($one->person_id).' looks into it: '
            ).$one->text.($one->check === null ? '' : " ($one->check)"))->all(),
        ]);
    }

    public function told(Incident $incident): array
    {
        return [];
    }

    public function stands(array $incidents, Situation $situation): array
    {
        return [];
    }

    /** @return Collection<int, Hypothesis> in the order in which they were put down: read once in a look at a screen */
    private static function hypotheses(int $incident): Collection
    {
        return Look::once(
            "hypotheses of $incident",
            static fn(): Collection => Hypothesis::query()->where('incident_id', $incident)->orderBy('id')->get(),
        );
    }

    /** @return list<HealthyLine> what the services that it hits stand on and is watched and well: nobody needs to look there */
    private static function healthy(Incident $incident, Situation $situation): array
    {
        $broken = array_map(
            static fn(HitService $one): string => $one->id,
            array_filter($situation->services($incident->id), static fn(HitService $one): bool => $one->state->isBroken()),
        );
        if ($broken === []) {
            return [];
        }
        $watched = array_fill_keys(Watched::items(), true);
        $well = [];
        foreach ($situation->estate->underneath(array_values($broken)) as $item => ['distance' => $distance]) {
            $id = (string) $item;
            if ($distance > 0 && isset($watched[$id]) && $situation->standing->state($id) === State::Up) {
                $well[$id] = $distance;
            }
        }
        asort($well);
        $nearest = array_map(strval(...), array_slice(array_keys($well), 0, self::HEALTHY));
        $situation->estate->readAhead($nearest);

        return array_map(static fn(string $id): array => ['id' => $id, 'name' => $situation->estate->name($id)], $nearest);
    }

    /** @return list<OptionLine> what was decided for stands first */
    private static function options(int $incident, Situation $situation): array
    {
        $estate = $situation->estate;
        $all = Option::query()->where('incident_id', $incident)->whereNull('dropped_at')->orderByRaw('chosen_at is null')->orderBy('id')
            ->get();
        $estate->readAhead(array_merge(...$all->map(static fn(Option $one): array => $one->items)->all()));

        return array_values(
            $all->map(static fn(Option $one): array => [
                'id' => $one->id, 'kind' => $one->kind->value, 'kindWords' => $one->kind->words(), 'text' => $one->text,
                'minutes' => $one->minutes, 'risk' => $one->risk ?? '', 'by' => Names::person($one->made_by_id),
                'items' => array_map(static fn(string $id): array => ['id' => $id, 'name' => $estate->name($id)], $one->items),
                'takesDown' => array_map(
                    static fn(HitService $hit): array => ['name' => $hit->name, 'state' => $hit->state->value],
                    $one->items === [] ? [] : $estate->services($estate->trace(array_fill_keys($one->items, State::Down))),
                ),
                'chosen' => $one->chosen_at === null
                    ? null
                    : ['by' => Names::person($one->chosen_by_id), 'at' => $one->chosen_at, 'why' => $one->why ?? ''],
            ])->all(),
        );
    }
}
