<?php

declare(strict_types=1);

namespace App\Platform;

use Carbon\CarbonImmutable;
use Illuminate\Support\Facades\DB;

/**
 * Lets another system in. Only a hash of it is kept.
 *
 * @property list<string> $abilities
 * @property CarbonImmutable|null $expires_at
 */
final class ApiToken extends Record
{
    public const ABILITIES = [
        'signals:write', 'reports:write', 'estate:write', 'oncall:read', 'people:read', 'deliveries:write', 'talk:write',
        'deployments:write',
    ];

    protected $table = 'api_tokens';

    protected $casts = ['abilities' => 'array', 'expires_at' => 'immutable_datetime', 'created_at' => 'immutable_datetime'];

    /** The one that a request carries. It is asked of each signal that comes alone, so no more is read for it than its row. */
    public static function carried(string $plain): ?self
    {
        $row = DB::table('api_tokens')->where('hash', self::hashOf($plain))->first();

        return $row === null ? null : (new self)->newFromBuilder((array) $row);
    }

    public static function hashOf(string $plain): string
    {
        return hash('sha256', $plain);
    }

    public function isExpired(): bool
    {
        return $this->expires_at !== null && $this->expires_at->isPast();
    }
}
