<?php

declare(strict_types=1);

namespace App\Incidents\Finding;

use App\Incidents\Incident;
use App\Incidents\IncidentEntry;
use App\Platform\Contracts\Knows;
use App\Platform\Journal\Entry;
use App\Platform\Person;
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
        foreach (Incident::query()->with('service')->whereKey($subjects)->get() as $incident) {
            $written = Entry::query()->about(Incident::KIND, $incident->id)->whereIn('kind', self::SAYS)->orderBy('seq')->get()
                ->map(
                    static fn(Entry $one): string => (string) json_encode(
                        array_values(array_filter($one->told(), is_string(...))),
                        JSON_UNESCAPED_UNICODE | JSON_INVALID_UTF8_SUBSTITUTE,
                    ),
                );
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
