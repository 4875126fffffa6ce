<?php

declare(strict_types=1);

namespace App\Platform;

use Illuminate\Database\Eloquent\Collection;

/**
 * @property string $id
 * @property array<array-key, mixed> $value
 * @property int $version
 */
final class Setting extends Record
{
    protected $table = 'settings';

    public $incrementing = false;

    protected $keyType = 'string';

    protected $casts = ['value' => 'array'];

    /** One of them, all of which are read together in a look at a screen. */
    public static function shown(string $id): ?self
    {
        return Look::once('settings', static fn(): Collection => self::query()->get()->keyBy('id'))->get($id);
    }
}
