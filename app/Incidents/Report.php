<?php

declare(strict_types=1);

namespace App\Incidents;

use App\Platform\Record;
use App\Topology\Item;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/**
 * What somebody told of a problem. Its key lets the reporter follow it.
 *
 * @property int $id
 * @property string $service_id
 * @property CarbonImmutable $told_at
 * @property CarbonImmutable|null $resolved_at
 * @property CarbonImmutable|null $unlinked_at since when it is not about the incident that it was linked to
 */
final class Report extends Record
{
    public const TOKEN_LENGTH = 40;

    protected $casts = ['unlinked_at' => 'immutable_datetime', 'told_at' => 'immutable_datetime', 'resolved_at' => 'immutable_datetime'];

    /** @return BelongsTo<Item, $this> */
    public function service(): BelongsTo
    {
        return $this->belongsTo(Item::class, 'service_id');
    }

    /** @return BelongsTo<Incident, $this> */
    public function incident(): BelongsTo
    {
        return $this->belongsTo(Incident::class);
    }

    /** What stands in the address by which its reporter follows it: the token alone, as it is stored, opens nothing. */
    public function key(): string
    {
        return $this->token.self::proof((string) $this->token);
    }

    public static function byKey(string $key): ?self
    {
        $token = substr($key, 0, self::TOKEN_LENGTH);

        return strlen($token) === self::TOKEN_LENGTH
            && hash_equals(self::proof($token), substr($key, self::TOKEN_LENGTH)) ? self::query()->where('token', $token)->first() : null;
    }

    private static function proof(string $token): string
    {
        return substr(hash_hmac('sha256', "report $token", config()->string('app.key')), 0, 24);
    }

    public function ref(): string
    {
        return sprintf('RE-%04d', $this->id);
    }

    /** @return array<string, mixed> */
    public function summed(): array
    {
        return [
            'id' => $this->id, 'ref' => $this->ref(), 'what' => $this->what, 'site' => $this->site, 'name' => $this->name,
            'service' => $this->service->name ?? '', 'service_id' => $this->service_id,
            'told_at' => $this->told_at, 'resolved_at' => $this->resolved_at, 'incident' => $this->incident_id,
        ];
    }
}
