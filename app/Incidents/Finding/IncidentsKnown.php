<?php

declare(strict_types=1);

namespace App\Incidents\Finding;

use App\Incidents\Incident;
use App\Incidents\IncidentEntry;
use App\Platform\Contracts\Knows;
use App\Platform\Journal\Entry;
use App\Platform\Person;
use Illuminate\Support\Collection;
use Skarvo\Time\Duration;

/** What is known of incidents: what they were, what was found, decided, and done. */
final class IncidentsKnown implements Knows
{
    private const SAYS = [
        IncidentEntry::IncidentNote->value, IncidentEntry::IncidentDecision->value, IncidentEntry::IncidentResolved->value,
    ];

    public function kind(): string
    {
        return Incident::KIND;
    }

    public function subject(): string
    {
        return Incident::KIND;
    }

    public function texts(array $subjects): array
    {
        $texts = [];
        $hypotheses = Hypothesis::query()->whereIn('incident_id', $subjects)->orderBy('id')->get()->groupBy('incident_id');
        $said = self::said($subjects);
        foreach (Incident::query()->with('service')->whereKey($subjects)->get() as $incident) {
            $written = $said->get($incident->id) ?? collect();
            $found = ($hypotheses->get($incident->id) ?? collect())->map(
                static fn(Hypothesis $one): string => "$one->text $one->check $one->result",
            );
            $texts[$incident->id] = [
                'title' => "{$incident->ref()} $incident->title",
                'body' => implode(
                    "\n", [$incident->service->name ?? '', (string) $incident->resolution, ...$found->all(), ...$written->all()],
                ),
            ];
        }

        return $texts;
    }

    /**
     * @param  list<int>  $incidents
     * @return Collection<array-key, Collection<int, string>> what was written of each, by id
     */
    private static function said(array $incidents): Collection
    {
        return Entry::query()->join('journal_subjects as of', 'of.seq', '=', 'journal.seq')
            ->where('of.kind', Incident::KIND)->whereIn('of.id', array_map(strval(...), $incidents))
            ->whereIn('journal.kind', self::SAYS)->orderBy('journal.seq')->get(['journal.*', 'of.id as incident'])
            ->groupBy('incident')->map(static fn(Collection $entries): Collection => $entries->map(
                static fn(Entry $one): string => (string) json_encode(
                    array_values(array_filter($one->told(), is_string(...))), JSON_UNESCAPED_UNICODE | JSON_INVALID_UTF8_SUBSTITUTE,
                ),
            ));
    }

    public function lines(array $records, Person $reader): array
    {
        return Incident::query()->with('service')->whereKey($records)->get()->mapWithKeys(static fn(Incident $one): array => [$one->id => [
            'kind' => Incident::KIND, 'id' => $one->id, 'ref' => $one->ref(), 'title' => $one->title,
            'more' => $one->resolved_at === null ? 'under way' : 'over after '.Duration::words(
                (int) $one->started_at->diffInSeconds($one->resolved_at),
            )
                .($one->resolution === null ? '' : ": $one->resolution"),
            'link' => "/incidents/$one->id", 'at' => $one->started_at, 'loose' => false,
        ]])->all();
    }
}
