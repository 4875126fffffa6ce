<?php

declare(strict_types=1);

namespace App\Tickets;

use App\Incidents\Report;
use App\Platform\Record;
use App\Topology\Item;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/**
 * More reports on a service than usual: somebody confirms it, or dismisses it with a reason.
 *
 * @property int $id
 * @property string $service_id
 * @property CarbonImmutable $began_at
 * @property CarbonImmutable $found_at
 * @property int $count
 * @property float $usual
 * @property SurgeState $state
 * @property string|null $why
 * @property string|null $person_id
 * @property CarbonImmutable|null $ended_at
 *
 * @phpstan-type SurgeLine array{
 *     id: int, service: string, service_id: string, began_at: CarbonImmutable, count: int, usual: float, places: list<string>,
 *     reports: list<int>, says: list<string>, probably: array{id: int, ref: string, title: string, tickets: list<int>}|null,
 * }
 */
final class FoundSurge extends Record
{
    public const KIND = 'surge';

    protected $table = 'surges';

    protected $casts = [
        'began_at' => 'immutable_datetime', 'found_at' => 'immutable_datetime', 'ended_at' => 'immutable_datetime',
        'state' => SurgeState::class, 'count' => 'integer', 'usual' => 'float',
    ];

    /** @return BelongsTo<Item, $this> */
    public function service(): BelongsTo
    {
        return $this->belongsTo(Item::class, 'service_id');
    }

    public function name(): string
    {
        return $this->service->name ?? $this->service_id;
    }

    /** @return Builder<Report> its reports that belong to nothing yet */
    public function loose(): Builder
    {
        return Report::query()->where('service_id', $this->service_id)->where('told_at', '>=', $this->began_at)
            ->whereNull('resolved_at')->loose()->orderBy('told_at');
    }
}
