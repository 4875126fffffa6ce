<?php

declare(strict_types=1);

namespace App\Incidents\Merging;

use App\Incidents\Consequences;
use App\Incidents\Finding\Hypothesis;
use App\Incidents\Finding\Option;
use App\Incidents\Incident;
use App\Incidents\IncidentEntry;
use App\Incidents\Link;
use App\Incidents\LinkKind;
use App\Incidents\Roles\CoordinationOffer;
use App\Incidents\Roles\RoleHeld;
use App\Incidents\Turn;
use App\Incidents\Under\Children;
use App\Platform\Database\Locked;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Person;
use App\Platform\Refused;
use App\Signals\Alert;
use Illuminate\Support\Facades\DB;
use Skarvo\Incidents\Stage;

/**
 * Two incidents turned out to be one: all that hangs on the one goes on in the other, which reads both histories. Nobody is told that
 * anything is over, as nothing is. Call it inside a transaction.
 */
final class MergeIncidents
{
    /** @throws Refused if either is over, or what belongs to them speaks against it */
    public function __invoke(Incident $from, Incident $into, string $why, Person $by): void
    {
        Locked::again($into);
        Locked::again($from);
        self::may($from, $into);
        $actor = Actor::person($by);
        $consequences = Consequences::foresee($from, Turn::merged($actor, $into, $why));
        Alert::query()->where('incident_id', $from->id)->update(['incident_id' => $into->id]);
        self::moveItems($from, $into);
        self::moveLinks($from, $into);
        Hypothesis::query()->where('incident_id', $from->id)->update(['incident_id' => $into->id]);
        Option::query()->where('incident_id', $from->id)->update(['incident_id' => $into->id]);
        $filled = RoleHeld::query()->where('incident_id', $into->id)->whereNull('until')->pluck('role')->all();
        RoleHeld::query()->where('incident_id', $from->id)->whereNull('until')->whereIn('role', $filled)->update(['until' => now()]);
        RoleHeld::query()->where('incident_id', $from->id)->update(['incident_id' => $into->id]);
        CoordinationOffer::settleAll($from);
        DB::table('presences')->where('incident_id', $from->id)->delete();
        $into->update(['started_at' => $into->started_at->min($from->started_at), 'version' => $into->version + 1]);
        $owed = $from->occasion->next_update_at;
        if ($owed !== null) {
            // Whoever waits for an update of the one gets that of the other, no later.
            $into->occasion->owes($into->occasion->next_update_at?->min($owed) ?? $owed);
        }
        if ($from->occasion->answered_at !== null) {
            $into->occasion->answered();
        }
        $from->update([
            'merged_into_id' => $into->id, 'stage' => Stage::Restored, 'resolved_at' => now(),
            'resolution' => "It goes on in {$into->ref()}.",
            'version' => $from->version + 1,
        ]);
        $from->occasion->owes(null);
        Journal::write(
            $actor, IncidentEntry::IncidentMerged, ['incident', $from->id], ['ref' => $from->ref(), 'to' => $into->ref(), 'why' => $why],
            ['incident' => $into->id],
        );
        $consequences->carryOut();
    }

    private static function may(Incident $from, Incident $into): void
    {
        if ($from->id === $into->id) {
            throw Refused::because('An incident is one already.', 'into');
        }
        foreach ([$from, $into] as $one) {
            if (! $one->isOpen()) {
                throw Refused::because("{$one->ref()} is over.", 'into');
            }
        }
        if ($from->isMajor() && ! $into->isMajor()) {
            throw Refused::because("{$from->ref()} is the major incident: merge {$into->ref()} into it.", 'into');
        }
        if (Children::parentOf($into->id) === $from->id) {
            throw Refused::because("{$into->ref()} is part of {$from->ref()}: merge it the other way round.", 'into');
        }
    }

    /** What somebody said of an item there stands, where nothing is said of it here. */
    private static function moveItems(Incident $from, Incident $into): void
    {
        $known = DB::table('incident_items')->where('incident_id', $into->id)->select('item_id');
        DB::table('incident_items')->where('incident_id', $from->id)->whereNotIn('item_id', $known)->update(['incident_id' => $into->id]);
    }

    /** Reports, incidents under it, and what else is tied to it; and that it was under another, if that is not this one. */
    private static function moveLinks(Incident $from, Incident $into): void
    {
        foreach (Link::query()->holds()->to([Incident::KIND, $from->id])->orderBy('id')->get() as $link) {
            $link->update(['until' => now()]);
            if (! ($link->from_kind === Incident::KIND && $link->from_id === $into->id)) {
                Link::tie([$link->from_kind, $link->from_id], [Incident::KIND, $into->id], $link->kind);
            }
        }
        Link::query()->holds()->from([Incident::KIND, $from->id], LinkKind::Under)->update(['until' => now()]);
    }
}
