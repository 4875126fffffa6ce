<?php

declare(strict_types=1);

namespace App\Paging\Talk;

use App\Incidents\Incident;
use App\Platform\Record;
use App\Platform\Staff\Names;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Eloquent\Relations\HasMany;
use Skarvo\Paging\Bridge\Attendance;
use Skarvo\Paging\Bridge\Heard;
use Skarvo\Paging\Bridge\OnBridge;

/**
 * A number at which everybody who works on an incident talks.
 *
 * @property int $id
 * @property int $incident_id
 * @property string $name as the exchange calls it, after the incident
 * @property string|null $number which the exchange gave it; null: not yet
 * @property CarbonImmutable $opened_at
 * @property CarbonImmutable|null $closed_at null: it is open
 * @property string|null $trouble what the exchange last refused; null: nothing
 * @property-read Incident $incident
 * @property-read \Illuminate\Database\Eloquent\Collection<int, BridgeEvent> $events
 *
 * @phpstan-type BridgePerson array{id: string, name: string, standing: value-of<OnBridge>, since: CarbonImmutable}
 */
final class Bridge extends Record
{
    protected $table = 'bridges';

    protected $casts = ['incident_id' => 'integer', 'opened_at' => 'immutable_datetime', 'closed_at' => 'immutable_datetime'];

    /** @return BelongsTo<Incident, $this> */
    public function incident(): BelongsTo
    {
        return $this->belongsTo(Incident::class);
    }

    /** @return HasMany<BridgeEvent, $this> */
    public function events(): HasMany
    {
        return $this->hasMany(BridgeEvent::class);
    }

    /** @param  Builder<Bridge>  $query */
    public function scopeOpen(Builder $query): void
    {
        $query->whereNull('closed_at');
    }

    public static function of(Incident $incident): ?self
    {
        return self::query()->open()->where('incident_id', $incident->id)->first();
    }

    /** @return list<BridgePerson> who is in first, then who is rung, and who was */
    public function people(): array
    {
        $people = [];
        foreach ($this->events->groupBy('person_id') as $id => $events) {
            $told = array_values($events->map(static fn(BridgeEvent $one): array => [$one->heard, $one->at->getTimestamp()])->all());
            if ($told !== []) {
                $is = Attendance::of($told, now()->getTimestamp());
                $people[] = [
                    'id' => (string) $id, 'name' => Names::person((string) $id), 'standing' => $is->standing->value,
                    'since' => CarbonImmutable::createFromTimestampUTC($is->since),
                ];
            }
        }
        $order = array_flip(['in', 'ringing', 'unanswered', 'left']);
        usort($people, static fn(array $a, array $b): int => [$order[$a['standing']], $a['name']] <=> [$order[$b['standing']], $b['name']]);

        return $people;
    }

    public function standing(string $person): ?OnBridge
    {
        return OnBridge::tryFrom(array_column($this->people(), 'standing', 'id')[$person] ?? '');
    }

    /** @return bool whether this is new */
    public function hear(string $event, string $person, Heard $heard, CarbonImmutable $at): bool
    {
        $known = BridgeEvent::query()->where('bridge_id', $this->id)->where('event', $event)->exists();
        if (! $known) {
            BridgeEvent::query()
                ->create(['bridge_id' => $this->id, 'event' => $event, 'person_id' => $person, 'heard' => $heard, 'at' => $at]);
            $this->unsetRelation('events');
        }

        return ! $known;
    }
}
