<?php

declare(strict_types=1);

namespace App\Updates;

use App\Incidents\Incident;
use App\Topology\Item;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Collection;

/** An incident with what outsiders were told about it. */
final readonly class Told
{
    /** @param  list<Update>  $updates  the first one first */
    private function __construct(public Incident $incident, public array $updates) {}

    /** @return list<self> open incidents of which outsiders know, what matters most first */
    public static function open(): array
    {
        return self::of(self::known()->whereNull('resolved_at')->orderBy('priority')->latest('started_at')->get());
    }

    /** @return list<self> those that are over, the latest first */
    public static function resolvedSince(\DateTimeInterface $since): array
    {
        return self::of(self::known()->where('resolved_at', '>=', $since)->latest('resolved_at')->get());
    }

    /**
     * @param  Collection<int, Incident>  $incidents
     * @return list<self> in the same order, also those of which outsiders know nothing
     */
    public static function of(Collection $incidents): array
    {
        $of = $incidents->mapWithKeys(static fn(Incident $one): array => [$one->id => Incident::mergedInto($one->id)]);
        $updates = Update::query()->with('versions')->whereIn('incident_id', $of->flatten())->orderBy('published_at')->orderBy('number')
            ->get();

        return array_values($incidents->map(static fn(Incident $incident): self => new self(
            $incident, array_values($updates->whereIn('incident_id', $of[$incident->id] ?? [])->all()),
        ))->all());
    }

    public function last(): ?Update
    {
        return $this->updates === [] ? null : $this->updates[count($this->updates) - 1];
    }

    /** @return list<array<string, mixed>> what outsiders see of them, the last one first */
    public function toLine(): array
    {
        return array_map(static fn(Update $update): array => $update->toLine(), array_reverse($this->updates));
    }

    /** @return Builder<Incident> */
    private static function known(): Builder
    {
        // What goes on in another is told there.
        $told = Incident::query()->whereIn('id', Update::query()->select('incident_id'));

        return Incident::query()->whereNull('merged_into_id')
            ->where(
                static fn(Builder $any) => $any->whereIn('id', (clone $told)->select('id'))
                    ->orWhereIn('id', $told->select('merged_into_id'))
            );
    }

    /**
     * @return array{services: list<string>, incident: int|null, text: string, since: mixed} what a reporter may see of an incident that is
     *      known
     */
    public function seen(): array
    {
        $last = $this->last();
        $own = $this->incident->service_id === null ? null : Item::query()->find($this->incident->service_id)?->public_name;

        return [
            'services' => array_values(array_unique(array_filter([$own, ...array_column($last->services ?? [], 'name')]))),
            'incident' => $last === null ? null : $this->incident->id,
            'text' => $last->text ?? 'We know about a problem with this service and are working on it.',
            'since' => $this->incident->started_at,
        ];
    }
}
