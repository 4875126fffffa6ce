<?php

declare(strict_types=1);

namespace App\Incidents\Under;

use App\Incidents\Incident;
use App\Incidents\IncidentEntry;
use App\Incidents\Link;
use App\Incidents\LinkKind;
use App\Incidents\ResolveIncident;
use App\Incidents\Turn;
use App\Platform\Contracts\ClockPart;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Entry;
use App\Platform\Journal\Journal;
use App\Platform\Person;
use App\Platform\Refused;
use Illuminate\Support\Facades\DB;

/** Ends what ends with a major incident, one in a transaction: whatever breaks meanwhile, each ends once. */
final class EndChildren implements ClockPart
{
    public function name(): string
    {
        return 'ending-under';
    }

    public function whileBroken(): string
    {
        return 'Incidents under a major one do not end with it.';
    }

    public function __invoke(\Closure $mayWork): int
    {
        $ids = Incident::query()->whereNotNull('ends_with_id')->whereNull('resolved_at')->orderBy('id')->pluck('id');
        foreach ($ids as $id) {
            try {
                DB::transaction(static function () use ($id, $mayWork): void {
                    if ($mayWork()) {
                        self::end((int) $id);
                    }
                });
            } catch (Refused $e) {
                DB::transaction(static fn() => self::leaveOpen((int) $id, $e->getMessage()));
            }
        }

        return count($ids);
    }

    private static function end(int $id): void
    {
        $child = Incident::query()->with('occasion')->whereKey($id)->whereNotNull('ends_with_id')->whereNull('resolved_at')->lockForUpdate()
            ->first();
        $major = $child === null ? null : Incident::query()->find($child->ends_with_id);
        if ($child === null || $major === null) {
            return;
        }
        ResolveIncident::end(
            $child, "Resolved with {$major->ref()}. $major->resolution", Turn::resolved(self::who($major), (string) $child->ending),
        );
    }

    /** Whoever resolved the larger one resolved those that end with it. */
    private static function who(Incident $major): Actor
    {
        $by = Entry::query()->about(Incident::KIND, $major->id)->where('kind', IncidentEntry::IncidentResolved)
            ->where('subject_id', (string) $major->id)->latest('seq')->first()?->actor_id;
        $person = Person::query()->find((string) $by);

        return $person === null ? Actor::system() : Actor::person($person);
    }

    /** What keeps it open is written where somebody looks: there, and on the one with which it should have ended. */
    private static function leaveOpen(int $id, string $why): void
    {
        $child = Incident::query()->findOrFail($id);
        $major = (int) $child->ends_with_id;
        $child->update(['ends_with_id' => null, 'ending' => null]);
        Link::query()->holds()->from([Incident::KIND, $id], LinkKind::Under)->update(['until' => now()]);
        Journal::write(
            Actor::system(), IncidentEntry::StaysOpen, ['incident', $id], ['ref' => $child->ref(), 'why' => $why], ['incident' => $major],
        );
    }
}
