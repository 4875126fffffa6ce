<?php

declare(strict_types=1);

namespace App\Incidents;

use App\Platform\Record;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Builder;

/**
 * That two records of any kind belong together, from when until when. One that has ended stays, as history.
 *
 * @property int $id
 * @property string $from_kind
 * @property int $from_id
 * @property string $to_kind
 * @property int $to_id
 * @property LinkKind $kind
 * @property CarbonImmutable $since
 * @property CarbonImmutable|null $until null: it holds
 * @property bool $by_itself whether nobody did it
 */
final class Link extends Record
{
    protected $table = 'links';

    protected $casts = [
        'kind' => LinkKind::class, 'from_id' => 'integer', 'to_id' => 'integer', 'by_itself' => 'boolean', 'since' => 'immutable_datetime',
        'until' => 'immutable_datetime',
    ];

    /**
     * Ties two records. Call it inside a transaction.
     *
     * @param  array{string, int}  $from  kind and number
     * @param  array{string, int}  $to
     * @return bool false if they were tied so already
     */
    public static function tie(array $from, array $to, LinkKind $kind): bool
    {
        if (self::query()->holds()->from($from, $kind)->to($to)->exists()) {
            return false;
        }
        self::query()->create([
            'from_kind' => $from[0], 'from_id' => $from[1], 'to_kind' => $to[0], 'to_id' => $to[1], 'kind' => $kind, 'since' => now(),
        ]);

        return true;
    }

    /** @param  Builder<Link>  $query */
    public function scopeHolds(Builder $query): void
    {
        $query->whereNull('until');
    }

    /**
     * @param  Builder<Link>  $query
     * @param  array{string, int}  $record
     */
    public function scopeFrom(Builder $query, array $record, LinkKind $kind): void
    {
        $query->where('from_kind', $record[0])->where('from_id', $record[1])->where('kind', $kind);
    }

    /**
     * @param  Builder<Link>  $query
     * @param  array{string, int}  $record
     */
    public function scopeTo(Builder $query, array $record): void
    {
        $query->where('to_kind', $record[0])->where('to_id', $record[1]);
    }
}
