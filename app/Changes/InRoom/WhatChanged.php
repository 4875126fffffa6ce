<?php

declare(strict_types=1);

namespace App\Changes\InRoom;

use App\Changes\Change;
use App\Changes\Planning\Risks;
use App\Incidents\Contracts\RoomPanel;
use App\Incidents\Incident;
use App\Incidents\Situation;
use App\Platform\Journal\Entry;
use App\Platform\Journal\Telling;
use App\Platform\Look;
use App\Platform\Moment;
use App\Platform\Person;
use App\Platform\Staff\Names;
use App\Signals\Alert;
use App\Signals\Symptoms;
use App\Signals\Watched;
use App\Topology\TopologyEntry;
use Carbon\CarbonImmutable;
use Illuminate\Database\Query\Builder as QueryBuilder;
use Illuminate\Support\Collection;
use Illuminate\Support\Facades\DB;
use Inertia\Inertia;
use Skarvo\Changes\ChangeState;
use Skarvo\Changes\Suspects\RecentChange;
use Skarvo\Changes\Suspects\Suspect;
use Skarvo\Changes\Suspects\Suspects;
use Skarvo\Changes\SuspicionState;

/**
 * What changed on what is hit and beneath it, nearest to when it began first, and which of it is most likely behind it.
 *
 * @phpstan-import-type ChangeLine from Change
 * @phpstan-import-type JournalLine from Telling
 * @phpstan-type Contact array{id: string, name: string}
 * @phpstan-type SuspectLine array{score: float, sure: string, explains: list<string>, leaves: list<string>, alsoExpected: list<string>}
 * @phpstan-type ChangedLine array{
 *     change: ChangeLine, minutes: int, on: list<string>, suspect: SuspectLine|null, call: Contact|null, version: string|null,
 *     undoes: string|null,
 *     undone: bool, thought: array{state: value-of<SuspicionState>, by: string, at: CarbonImmutable, why: string}|null,
 * }
 */
final class WhatChanged implements RoomPanel
{
    /** How sure the computation is, in words. */
    public const SURE = ['very likely', 'likely', 'possible'];

    private const HOURS = 72;

    /** Of those that are told, so many; of those that are looked at, so many. */
    private const TOLD = 30;

    private const LOOKED_AT = 2000;

    /** As many as a query takes by name. */
    private const FEW = 500;

    private const RECORD_TOLD = 6;

    /** What of the record's history may matter: not who was told, or what was looked at. */
    private const RECORD = [
        TopologyEntry::ItemMade, TopologyEntry::ItemRetired, TopologyEntry::ItemReturned, TopologyEntry::ItemFound,
        TopologyEntry::ItemChanged,
        TopologyEntry::ItemMissing, TopologyEntry::ItemBack, TopologyEntry::DependencyAccepted,
    ];

    /** Less likely ones are not called suspects. */
    private const LEAST_SCORE = 0.03;

    public function room(Incident $incident, Situation $situation, Person $reader): array
    {
        return [
            'changed' => Inertia::defer(static fn(): array => self::lines($incident, $situation), 'later'),
            'recordChanged' => Inertia::defer(static fn(): array => self::record($incident, $situation), 'later'),
        ];
    }

    /** @return list<ChangedLine> */
    private static function lines(Incident $incident, Situation $situation): array
    {
        $alerts = Alert::query()->where('incident_id', $incident->id)->whereNull('withdrawn_at');
        $estate = $situation->estate;
        $symptoms = Symptoms::of($alerts, $estate);
        $began = $symptoms === [] ? $incident->declared_at->getTimestamp() : min(array_column($symptoms, 2));
        $thought = Suspicion::query()->where('incident_id', $incident->id)->get()->keyBy('change_id');
        $near = self::near($incident, $situation, $symptoms);
        $ids = array_values(array_unique([...$thought->keys()->all(), ...self::touching($near, $began)]));
        $changes = new Collection;
        foreach (array_chunk($ids, 500) as $some) {
            $changes = $changes->concat(Change::query()->with(['implementer', 'author', 'team'])->whereKey($some)->get());
        }
        $changes = $changes->sortByDesc('from_at')->keyBy('id');
        $items = Change::itemsOf($ids);
        $suspects = self::suspects($symptoms, $changes->all(), $items, $situation);
        $minutes = $changes->map(static function (Change $change) use ($began): int {
            $end = $change->began_at !== null && ($change->ended_at === null || $change->ended_at->getTimestamp() > $began)
                ? $change->began_at
                : $change->to();

            return intdiv($began - $end->getTimestamp(), 60);
        });
        $rank = static fn(Change $one): array => [
            ($thought->get($one->id)->state ?? SuspicionState::Cleared) !== SuspicionState::Cleared, $suspects[$one->ref()]->score ?? 0.0,
            -abs((int) $minutes[$one->id]),
        ];
        $ranks = $changes->map($rank);
        $told = $changes->sort(static fn(Change $a, Change $b): int => $ranks[$b->id] <=> $ranks[$a->id])->take(self::TOLD);

        /** @return ChangedLine */
        $line = static function (Change $change) use ($items, $near, $minutes, $suspects, $thought, $situation): array {
            $own = array_map(strval(...), array_merge(...array_values($items[$change->id] ?? [[]])));

            return self::line(
                $change, $items[$change->id] ?? null, $own, (int) $minutes[$change->id],
                array_values(array_filter($own, static fn(string $item): bool => isset($near[$item]))),
                $suspects[$change->ref()] ?? null, $thought->get($change->id), $situation,
            );
        };

        return array_map($line, array_values($told->all()));
    }

    /**
     * Of all that was changed by then, and is soon: what is on one of these items. Of ten thousand deployments a day few are.
     *
     * @param  array<array-key, mixed>  $near  by item
     * @return list<int> ids of changes, the latest first
     */
    private static function touching(array $near, int $began): array
    {
        $found = [];
        // Few of them, the database finds; where all of a large estate is beneath, all that was changed is looked through.
        $few = count($near) <= self::FEW ? array_map(strval(...), array_keys($near)) : null;
        foreach (DB::table('changes')->when(
            $few !== null, static fn(QueryBuilder $query) => $query->whereIn('change_items.item', $few ?? [])
        )->join('change_items', 'change_items.change_id', '=', 'changes.id')->where('from_at', '<=', now()->addHours(1))
            ->where(
                static fn(QueryBuilder $any) => $any->whereNull('ended_at')
                    ->orWhere('ended_at', '>', Moment::of($began - self::HOURS * 3600))
            )
            ->where('to_at', '>', Moment::of($began - self::HOURS * 3600))
            ->whereNotIn(
                'state',
                [ChangeState::Draft->value, ChangeState::Cancelled->value, ChangeState::Refused->value, ChangeState::Expired->value]
            )
            ->orderByDesc('from_at')->orderByDesc('changes.id')->select(['changes.id', 'change_items.item'])->cursor() as $row) {
            if (isset($near[$row->item])) {
                $found[(int) $row->id] = true;
                if (count($found) === self::LOOKED_AT) {
                    break;
                }
            }
        }

        return array_keys($found);
    }

    /**
     * @return list<JournalLine> what was changed in the record of what is hit and beneath it: items that came, went, or are otherwise now
     */
    private static function record(Incident $incident, Situation $situation): array
    {
        $symptoms = Symptoms::of(Alert::query()->where('incident_id', $incident->id)->whereNull('withdrawn_at'), $situation->estate);
        $near = self::near($incident, $situation, $symptoms);
        $began = $symptoms === [] ? $incident->declared_at->getTimestamp() : min(array_column($symptoms, 2));
        $entries = Entry::query()->with('words')->whereIn('kind', self::RECORD)->where('subject_kind', 'item')
            ->whereBetween('at', [Moment::of($began - self::HOURS * 3600), now()])->orderByDesc('seq')->limit(self::LOOKED_AT)->get();

        return array_values(
            $entries->filter(static fn(Entry $one): bool => isset($near[$one->subject_id]))->take(self::RECORD_TOLD)->map(Telling::of(...))
                ->all()
        );
    }

    /**
     * What is hit, and what is beneath it: above it nothing can be the cause.
     *
     * @param  list<array{string, \Skarvo\Topology\State, int}>  $symptoms
     * @return array<array-key, mixed> by item
     */
    private static function near(Incident $incident, Situation $situation, array $symptoms): array
    {
        return Look::once("near incident $incident->id", static fn(): array => $situation->estate->underneath(array_values(array_unique([
            ...array_column($symptoms, 0), ...array_map(strval(...), array_keys($situation->observed($incident->id))),
            ...array_map(static fn($hit): string => $hit->id, $situation->services($incident->id)),
        ]))));
    }

    /**
     * @param  list<array{string, \Skarvo\Topology\State, int}>  $symptoms
     * @param  array<int, Change>  $changes
     * @param  array<int, array{down: list<string>, touched: list<string>}>  $items
     * @return array<array-key, Suspect> by the change's own number
     */
    private static function suspects(array $symptoms, array $changes, array $items, Situation $situation): array
    {
        if ($symptoms === [] || $changes === []) {
            return [];
        }
        $graph = $situation->estate->graph();
        $numbers = static fn(array $ids): array => array_values(
            array_filter(array_map($graph->number(...), array_map(strval(...), $ids)), is_int(...))
        );
        $recent = [];
        foreach ($changes as $id => $change) {
            if ($change->began_at !== null) {
                $own = $numbers(array_merge(...array_values($items[$id] ?? [[]])));
                $recent[] = new RecentChange(
                    $change->ref(), $change->began_at->getTimestamp(),
                    $change->ended_at === null ? null : max($change->ended_at->getTimestamp(), $change->began_at->getTimestamp() + 1), $own,
                    $change->kind,
                    $change->result, round(1 - Risks::wrong($change, array_merge(...array_values($items[$id] ?? [[]]))), 3),
                );
            }
        }
        $observed = $situation->standing->observed();
        $found = Suspects::of(
            $graph, array_map(static fn(array $one): array => [(int) $graph->number($one[0]), $one[1], $one[2]], $symptoms),
            $numbers(array_values(array_filter(Watched::items(), static fn(string $item): bool => ! isset($observed[$item])))), $recent,
        );

        return array_column(array_filter($found, static fn(Suspect $one): bool => $one->score >= self::LEAST_SCORE), null, 'id');
    }

    /**
     * @param  array{down: list<string>, touched: list<string>}|null  $items
     * @param  list<string>  $own
     * @param  list<string>  $on
     * @return ChangedLine
     */
    private static function line(
        Change $change, ?array $items, array $own, int $minutes, array $on, ?Suspect $suspect, ?Suspicion $thought, Situation $situation,
    ): array {
        $estate = $situation->estate;
        $estate->readAhead($own);
        $names = [];
        foreach ($own as $id) {
            $names[$id] = $estate->name($id);
        }
        $named = static fn(array $ids): array => array_map($estate->name(...), array_values($ids));
        $call = $change->implementer ?? $change->author;

        return [
            'change' => $change->toLine($names, $items), 'minutes' => $minutes, 'on' => $named($suspect->items ?? $on),
            'suspect' => $suspect === null ? null : [
                'score' => $suspect->score, 'sure' => self::sure($suspect->score), 'explains' => $named($suspect->explains),
                'leaves' => $named($suspect->leaves),
                'alsoExpected' => $named(array_slice($suspect->alsoExpected, 0, 5)),
            ],
            'call' => $call === null || $call->left_at !== null ? null : ['id' => $call->id, 'name' => $call->name],
            'version' => $change->version_named, 'undoes' => $change->undoes_id === null ? null : Change::refOf($change->undoes_id),
            'undone' => $change->result === \Skarvo\Changes\ChangeResult::BackedOut,
            'thought' => $thought === null ? null : [
                'state' => $thought->state->value, 'by' => Names::person($thought->by_id), 'at' => $thought->at,
                'why' => (string) $thought->why,
            ],
        ];
    }

    private static function sure(float $score): string
    {
        return match (true) {
            $score >= 0.8 => self::SURE[0],
            $score >= 0.4 => self::SURE[1],
            default => self::SURE[2],
        };
    }
}
