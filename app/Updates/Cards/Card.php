<?php

declare(strict_types=1);

namespace App\Updates\Cards;

use App\Incidents\Incident;
use App\Platform\Record;
use App\Platform\Staff\Names;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/**
 * How an incident stands, for somebody without an account, by an address that ends.
 *
 * @phpstan-type CardLine array{id: int, for: string, address: string, by: string, expires_at: CarbonImmutable}
 *
 * @property int $id
 * @property int $incident_id
 * @property string $token
 * @property string $for who it was given to, as whoever gave it says
 * @property string $made_by_id
 * @property CarbonImmutable $made_at
 * @property CarbonImmutable $expires_at
 * @property CarbonImmutable|null $withdrawn_at
 * @property-read Incident $incident
 */
final class Card extends Record
{
    public const TOKEN_LENGTH = 40;

    protected $table = 'incident_cards';

    protected $casts = [
        'incident_id' => 'integer', 'made_at' => 'immutable_datetime', 'expires_at' => 'immutable_datetime',
        'withdrawn_at' => 'immutable_datetime',
    ];

    /** @return BelongsTo<Incident, $this> */
    public function incident(): BelongsTo
    {
        return $this->belongsTo(Incident::class);
    }

    /**
     * Those that can be read now.
     *
     * @param  Builder<Card>  $query
     */
    public function scopeReadable(Builder $query): void
    {
        $query->whereNull('withdrawn_at')->where('expires_at', '>', now());
    }

    /** @return CardLine */
    public function toLine(): array
    {
        return [
            'id' => $this->id, 'for' => $this->for, 'address' => route('card', $this->token), 'by' => Names::person($this->made_by_id),
            'expires_at' => $this->expires_at,
        ];
    }
}
