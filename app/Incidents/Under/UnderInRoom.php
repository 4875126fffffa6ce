<?php

declare(strict_types=1);

namespace App\Incidents\Under;

use App\Incidents\Contracts\HasConsequences;
use App\Incidents\Contracts\RoomPanel;
use App\Incidents\Foreseen;
use App\Incidents\Incident;
use App\Incidents\IncidentEntry;
use App\Incidents\IncidentSummary;
use App\Incidents\InFull;
use App\Incidents\Link;
use App\Incidents\LinkKind;
use App\Incidents\ReopenIncident;
use App\Incidents\Report;
use App\Incidents\Situation;
use App\Incidents\SoFar;
use App\Incidents\Turn;
use App\Incidents\TurnKind;
use App\Platform\Journal\Journal;
use App\Platform\Person;
use App\Platform\Refused;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Collection;
use Skarvo\Topology\State;

/**
 * What belongs under a major incident: in its room and in theirs, and when it is over or is not.
 *
 * @phpstan-type ChildLine array{id: int, ref: string, title: string, state: value-of<State>|'restored', stands: string, resolved: bool,
 *      alone: bool}
 * @phpstan-type ParentLine array{id: int, ref: string, title: string, state: value-of<State>|'restored', stands: string, soFar: string,
 *      next_update_at: CarbonImmutable|null, alone: bool}
 * @phpstan-type CandidateLine array{id: int, ref: string, title: string, reasons: list<string>, sure: bool}
 */
final class UnderInRoom implements HasConsequences, RoomPanel
{
    /** As many as somebody looks at. */
    private const CANDIDATES = 10;

    /** Likewise, of those that are part of it, until all are asked for. */
    private const CHILDREN = 40;

    public function room(Incident $incident, Situation $situation, Person $reader): array
    {
        return [
            'children' => static fn(): array => self::children($incident, $situation),
            'childCount' => static fn(): int => count(Children::of($incident->id)),
            'parent' => static fn(): ?array => self::parent($incident, $situation),
            'candidates' => static fn(): array => $incident->isOpen() && $incident->isMajor()
                ? self::candidates($incident, $situation)
                : [],
        ];
    }

    public function foresee(Incident $incident, Turn $turn): ?Foreseen
    {
        return match ($turn->kind) {
            TurnKind::Resolved => self::over($incident, $turn),
            TurnKind::Reopened => self::again($incident, $turn),
            TurnKind::NotMajor => new Foreseen(
                static fn(): array => ['stayUnder' => count(Children::of($incident->id))], static function (): void {},
            ),
            default => null,
        };
    }

    private static function over(Incident $incident, Turn $turn): ?Foreseen
    {
        $children = Incident::query()->whereKey(Children::of($incident->id))->whereNull('resolved_at')->orderBy('id')->get();
        if ($children->isEmpty()) {
            return null;
        }
        $unseen = $turn->seenUnder === null ? null : $children->whereNotIn('id', $turn->seenUnder)->first();
        if ($unseen !== null) {
            throw Refused::because(
                "{$unseen->ref()} \"$unseen->title\" was put under it meanwhile, and would end with it. Choose whether it stays open.",
                'under',
            );
        }

        return new Foreseen(static function () use ($children): array {
            $reports = Report::query()->about(
                array_values(array_map(intval(...), $children->modelKeys())),
            )->whereNull('resolved_at')->get(['reports.id', 'email']);

            return [
                'children' => array_values($children->map(static fn(Incident $one): array => [
                    'id' => $one->id, 'ref' => $one->ref(), 'title' => $one->title,
                ])->all()),
                'childReports' => $reports->count(), 'childMails' => $reports->whereNotNull('email')->count(),
            ];
        }, static function () use ($children, $incident, $turn): void {
            foreach ($children as $child) {
                if (in_array($child->id, $turn->stayOpen, true)) {
                    Link::query()->holds()->from([Incident::KIND, $child->id], LinkKind::Under)->update(['until' => now()]);
                    Journal::write(
                        $turn->by, IncidentEntry::StaysOpen, ['incident', $child->id], ['ref' => $child->ref()],
                        ['incident' => $incident->id],
                    );
                } else {
                    // The clock ends them one by one.
                    $child->update(['ends_with_id' => $incident->id, 'ending' => $turn->public]);
                }
            }
        });
    }

    /** Those that ended with it are not over either. */
    private static function again(Incident $incident, Turn $turn): ?Foreseen
    {
        $ended = Incident::query()->where('ends_with_id', $incident->id)->orderBy('id')->get();
        if ($ended->isEmpty()) {
            return null;
        }

        return new Foreseen(static fn(): array => ['children' => $ended->count()], static function () use ($ended, $turn): void {
            $by = Person::query()->findOrFail((string) $turn->by->id);
            foreach ($ended as $child) {
                if ($child->isOpen()) {
                    $child->update(['ends_with_id' => null, 'ending' => null]);
                } else {
                    app(ReopenIncident::class)($child, $turn->why, $turn->public, false, $by, isWritten: false);
                }
            }
        });
    }

    /** @return list<ChildLine> those that are open first */
    private static function children(Incident $incident, Situation $situation): array
    {
        $all = Children::of($incident->id);
        if ($all === []) {
            return [];
        }
        $open = array_values(array_filter($all, static fn(int $one): bool => Incident::open($one) !== null));
        sort($open);
        $over = array_values(array_diff($all, $open));
        sort($over);
        $ids = InFull::isAsked('children') ? [...$open, ...$over] : array_slice([...$open, ...$over], 0, self::CHILDREN);
        $alone = Children::byItself($incident->id);
        $ended = Incident::query()->whereKey(array_diff($ids, $open))->get()->keyBy('id');
        $lines = (new Collection(array_filter(array_map(static fn(int $id): ?Incident => Incident::open($id) ?? $ended->get($id), $ids))))
            ->loadMissing(IncidentSummary::NEEDS);

        return array_map(static fn(array $one): array => [
            'id' => $one['id'], 'ref' => $one['ref'], 'title' => $one['title'], 'state' => $one['state'], 'stands' => $one['stands'],
            'resolved' => $one['resolved_at'] !== null, 'alone' => in_array($one['id'], $alone, true),
        ], IncidentSummary::all($lines, $situation));
    }

    /** @return ParentLine|null */
    private static function parent(Incident $incident, Situation $situation): ?array
    {
        $id = Children::parentOf($incident->id);
        $major = $id === null ? null : Incident::query()->with(IncidentSummary::NEEDS)->find($id);
        if ($major === null) {
            return null;
        }
        $line = IncidentSummary::of($major, $situation);

        return [
            'id' => $line['id'], 'ref' => $line['ref'], 'title' => $line['title'], 'state' => $line['state'], 'stands' => $line['stands'],
            'soFar' => SoFar::of($major, $situation), 'next_update_at' => $line['next_update_at'],
            'alone' => in_array($incident->id, Children::byItself($major->id), true),
        ];
    }

    /** @return list<CandidateLine> open incidents that may be part of it, with what speaks for it, the likeliest first */
    private static function candidates(Incident $incident, Situation $situation): array
    {
        $found = [];
        foreach (self::free($incident) as $other) {
            $belonging = Belonging::of($incident, $other, $situation);
            if ($belonging !== null) {
                $found[] = [$belonging->score, [
                    'id' => $other->id, 'ref' => $other->ref(), 'title' => $other->title, 'reasons' => $belonging->reasons,
                    'sure' => $belonging->isBeyondDoubt,
                ]];
            }
        }
        usort($found, static fn(array $a, array $b): int => [$b[0], $a[1]['id']] <=> [$a[0], $b[1]['id']]);

        return array_column(array_slice($found, 0, self::CANDIDATES), 1);
    }

    /** @return Collection<int, Incident> open ones that are part of nothing, and of which nothing is part */
    private static function free(Incident $incident): Collection
    {
        return Incident::allOpen()->filter(static fn(Incident $one): bool => $one->id !== $incident->id && ! $one->isMajor()
            && Children::parentOf($one->id) === null && Children::of($one->id) === []);
    }
}
