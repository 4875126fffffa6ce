<?php

declare(strict_types=1);

namespace App\Platform;

/**
 * @property string $id
 * @property array<array-key, mixed> $value
 * @property int $version
 */
final class Setting extends Record
{
    public $incrementing = false;

    protected $keyType = 'string';

    protected $casts = ['value' => 'array'];
}
