<?php

declare(strict_types=1);

namespace App\Signals;

use App\Platform\Contracts\EntryKind;
use App\Platform\Deed;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Person;
use App\Platform\Refused;
use App\Signals\Live\GatherAlerts;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Support\Facades\DB;

/** What people do with alerts, one or many at once. Call it inside a transaction. */
final readonly class WorkAlerts
{
    /** @param  list<int>  $ids */
    public function __construct(private array $ids, private Person $person) {}

    public function take(): void
    {
        $alerts = $this->alerts();
        self::mustBeOwn(Deed::TakeAlerts, $alerts, $this->person);
        $free = $alerts->whereNull('taken_at');
        if ($free->isEmpty()) {
            throw Refused::because("{$alerts->first()?->load('taker')->taker?->name} has taken this already.");
        }
        foreach ($free as $alert) {
            $alert->update(['taken_by' => $this->person->id, 'taken_at' => now()]);
            $this->tell(SignalEntry::AlertTaken, $alert);
        }
    }

    public function letWait(CarbonImmutable $until): void
    {
        foreach ($this->undecided() as $alert) {
            $alert->update(['wait_until' => $until]);
            $this->tell(SignalEntry::AlertWaits, $alert, ['until' => $until->toIso8601ZuluString()]);
        }
    }

    /** Puts alerts away with a reason: one that clears and fires anew comes back. */
    public function closeByHand(string $reason): void
    {
        foreach ($this->undecided() as $alert) {
            $alert->update(['put_away_at' => now(), 'closed_by' => $this->person->id, 'closed_reason' => $reason, 'wait_until' => null]);
            $this->tell(SignalEntry::AlertClosedByHand, $alert, ['reason' => $reason]);
        }
    }

    /** What another has brought back, and perhaps decided about since, stays as it is. */
    public function bringBack(): void
    {
        $away = static fn(Alert $alert): bool => $alert->put_away_at !== null || $alert->wait_until !== null;
        foreach ($this->alerts()->filter($away) as $alert) {
            $alert->update(['put_away_at' => null, 'closed_by' => null, 'closed_reason' => null, 'wait_until' => null]);
            $this->tell(SignalEntry::AlertBroughtBack, $alert);
        }
    }

    /** Makes alerts a group of their own, out of the one that they are in. */
    public function splitOff(): void
    {
        $alerts = $this->alerts()->sortBy('stamp')->values();
        $first = $alerts->first() ?? throw new \LogicException('There are alerts.');
        if (
            $alerts->pluck('group_id')->unique()->count() === 1
                && Alert::query()->where('group_id', $first->group_id)->count() === $alerts->count()
        ) {
            throw Refused::because('This is all of the group; there is nothing to split it from.');
        }
        $groups = $alerts->pluck('group_id')->unique()->values();
        $touched = Alert::query()->whereIn('group_id', $groups)->pluck('id')->map(intval(...))->all();
        $leaving = array_values(array_map(intval(...), $alerts->modelKeys()));
        // What joins them later comes along, save where some of what they founded stays.
        DB::table('alerts')->whereIn('id', $leaving)->whereIn('put_with_id', $groups)->update(['put_with_id' => null]);
        DB::table('alerts')->whereIn('id', $leaving)->update(['moved_to_id' => $first->id]);
        foreach ($groups as $group) {
            self::handOver((int) $group, $leaving, $first->id);
        }
        GatherAlerts::showIn(array_values($touched));
        foreach ($alerts as $alert) {
            $this->tell(SignalEntry::AlertSplitOff, $alert);
        }
    }

    /** Puts the groups of alerts together: the oldest group takes the others in, with what joins them later. */
    public function putTogether(): void
    {
        $groups = $this->alerts()->map(static fn(Alert $alert): int => $alert->group_id ?? $alert->id)->unique()->sort()->values();
        if ($groups->count() < 2) {
            throw Refused::because('Choose alerts of two groups or more.');
        }
        $kept = $groups->first();
        $others = $groups->slice(1)->values();
        $touched = DB::table('alerts')->whereIn('group_id', $groups)->pluck('id')->map(intval(...))->all();
        DB::table('alerts')->whereIn('put_with_id', $others)->update(['put_with_id' => $kept]);
        DB::table('alerts')->whereIn('group_id', $groups)->update(['moved_to_id' => $kept]);
        GatherAlerts::showIn(array_values($touched));
        $lead = Alert::query()->findOrFail($kept);
        $this->tell(SignalEntry::AlertPutTogether, $lead, ['groups' => $groups->count()]);
    }

    /**
     * Lets what is left of a group go on without some that leave it, with what joins it later.
     *
     * @param  list<int>  $leaving
     * @param  int  $to  under which they are put
     */
    private static function handOver(int $group, array $leaving, int $to): void
    {
        $left = DB::table('alerts')->where('group_id', $group)->whereNotIn('id', $leaving)->orderBy('stamp')->pluck('gathered_in_id', 'id');
        if ($left->isEmpty()) {
            DB::table('alerts')->where('put_with_id', $group)->update(['put_with_id' => $to]);

            return;
        }
        $head = in_array($group, $leaving, true) ? (int) $left->keys()->first() : $group;
        DB::table('alerts')->where('group_id', $group)->whereNotIn('id', $leaving)->update(['moved_to_id' => $head]);
        DB::table('alerts')->where('put_with_id', $group)->update(['put_with_id' => $head]);
        DB::table('alerts')->whereIn('id', $left->values()->intersect($leaving)->unique())->whereNull('put_with_id')
            ->update(['put_with_id' => $head]);
    }

    /**
     * @param  Collection<int, Alert>  $alerts
     *
     * @throws Refused if a person may do it for their own team only, and one is another's
     */
    public static function mustBeOwn(Deed $deed, Collection $alerts, Person $person): void
    {
        if ($deed->isLimited($person) && $alerts->contains(
            static fn(Alert $alert): bool => $alert->team_id === null || $alert->team_id !== $person->team_id,
        )) {
            throw Refused::because($deed->refusal().' One of these alerts is not your team\'s.');
        }
    }

    private static function isFree(Alert $alert): bool
    {
        return $alert->incident_id === null || $alert->decide_again_at !== null;
    }

    /** @return Collection<int, Alert> those about which something is still to be decided */
    private function undecided(): Collection
    {
        $open = $this->alerts()->whereNull('closed_at')->whereNull('put_away_at')->filter(self::isFree(...));

        return $open->isNotEmpty() ? $open : throw Refused::because('These alerts are over, discarded, or part of an incident already.');
    }

    /** @return Collection<int, Alert> */
    private function alerts(): Collection
    {
        $alerts = Alert::query()->whereKey($this->ids)->get();

        return $alerts->isNotEmpty() ? $alerts : throw Refused::because('These alerts are not there any more.');
    }

    /** @param  array<string, mixed>  $facts */
    private function tell(EntryKind $kind, Alert $alert, array $facts = []): void
    {
        Journal::write(
            Actor::person($this->person), $kind, ['alert', $alert->id], ['title' => $alert->title(), ...$facts],
            ['incident' => $alert->incident_id],
        );
    }
}
