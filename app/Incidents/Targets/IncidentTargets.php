<?php

declare(strict_types=1);

namespace App\Incidents\Targets;

use App\Incidents\Contracts\CountsTargets;
use App\Incidents\Course\CourseNote;
use App\Incidents\Incident;
use App\Incidents\IncidentEntry;
use App\Platform\Journal\Entry;
use App\Platform\Moment;
use Carbon\CarbonImmutable;
use Skarvo\Incidents\Targets\PromisedOf;
use Skarvo\Incidents\Targets\TargetClock;
use Skarvo\Incidents\Targets\TargetHappening;
use Skarvo\Incidents\Targets\TargetHappeningKind;
use Skarvo\Incidents\Targets\Targets;
use Skarvo\Incidents\Targets\TargetState;

/**
 * How the promises of an incident stand: the same computation as `bin/skarvo targets`. They count from the declaration, go by each
 * priority that it had, and stand still between its end and its being opened again.
 */
final class IncidentTargets implements CountsTargets
{
    public function countAnew(): void
    {
        foreach (Incident::query()->with('occasion')->whereNull('resolved_at')->lazyById() as $incident) {
            self::setTimes($incident);
        }
    }

    /** @return list<TargetClock> */
    public static function of(Incident $incident): array
    {
        $happenings = self::happenings($incident);
        $now = max(Moment::now(), ...array_map(static fn(TargetHappening $one): int => $one->at, $happenings));

        return Targets::of(Promised::all()->of(PromisedOf::Incident, $incident->service_id), $happenings, $now);
    }

    /** Writes down by when it is due. Call it once the journal has what happened. */
    public static function setTimes(Incident $incident): void
    {
        $times = ['respond_by' => null, 'restore_by' => $incident->restore_by];
        foreach (self::of($incident) as $clock) {
            $field = "{$clock->name}_by";
            if (array_key_exists($field, $times) && $clock->state !== TargetState::None) {
                // What is met, or lies further ahead than anything is said, keeps what stands.
                $times[$field] = $clock->dueAt === null ? $incident->$field : Moment::of($clock->dueAt);
            }
        }
        $incident->update($times);
        CourseNote::clocks($incident);
    }

    /** @return array{respond_by: CarbonImmutable|null, restore_by: CarbonImmutable} of one that is declared now */
    public static function begin(int $priority, ?string $service): array
    {
        $now = Moment::now();
        $due = ['respond_by' => null, 'restore_by' => Moment::of($now + Targets::AHEAD_SECONDS)];
        $opened = [new TargetHappening($now, TargetHappeningKind::Opened, $priority)];
        foreach (Targets::of(Promised::all()->of(PromisedOf::Incident, $service), $opened, $now) as $clock) {
            if ($clock->dueAt !== null && in_array($clock->name, [Promised::RESPOND, Promised::RESTORE], true)) {
                $due["{$clock->name}_by"] = Moment::of($clock->dueAt);
            }
        }

        return $due;
    }

    /** @return non-empty-list<TargetHappening> in order */
    private static function happenings(Incident $incident): array
    {
        $declared = $incident->declared_at->getTimestamp();
        $kinds = [IncidentEntry::IncidentChanged, IncidentEntry::IncidentResolved, IncidentEntry::IncidentReopened];
        $entries = Entry::query()->about(Incident::KIND, $incident->id)->whereIn('kind', $kinds)->orderBy('seq')->get();
        $first = null;
        $then = [];
        foreach ($entries as $entry) {
            $at = max($declared, $entry->at->getTimestamp());
            if ($entry->kind === IncidentEntry::IncidentResolved->value) {
                $then[] = new TargetHappening($at, TargetHappeningKind::Met, name: Promised::RESPOND);
                $then[] = new TargetHappening($at, TargetHappeningKind::Met, name: Promised::RESTORE);
            } elseif ($entry->kind === IncidentEntry::IncidentReopened->value) {
                $then[] = new TargetHappening($at, TargetHappeningKind::Reopened, name: Promised::RESTORE);
            } elseif (($entry->facts['field'] ?? '') === 'priority' && is_int($entry->facts['to'] ?? null)) {
                $first ??= is_int($entry->facts['from'] ?? null) ? $entry->facts['from'] : null;
                $then[] = new TargetHappening($at, TargetHappeningKind::Priority, $entry->facts['to']);
            }
        }
        $answered = $incident->occasion->answered_at;
        if ($answered !== null) {
            $then[] = new TargetHappening(max($declared, $answered->getTimestamp()), TargetHappeningKind::Met, name: Promised::RESPOND);
        }
        usort($then, static fn(TargetHappening $a, TargetHappening $b): int => $a->at <=> $b->at);

        return [new TargetHappening($declared, TargetHappeningKind::Opened, $first ?? $incident->priority), ...$then];
    }
}
