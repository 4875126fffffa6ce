<?php

declare(strict_types=1);

namespace App\Updates;

use App\Platform\Setting;
use Illuminate\Support\Facades\Cache;
use Illuminate\Support\Facades\DB;

/**
 * What is done by itself with reports on a service: that the only device of whoever reports stands on it, and that the item of a
 * report counts as faulty for as long as it is open.
 *
 * @phpstan-type Rule array{attach: bool, faulty: bool}
 */
final class ReportRules
{
    private const SETTING = 'report-rules';

    private const KNOWN_SECONDS = 60;

    /** @return array<array-key, Rule> by service; every screen asks, and they are hardly ever changed */
    public static function all(): array
    {
        /** @var array<array-key, Rule> */
        return Cache::remember(
            self::SETTING, self::KNOWN_SECONDS, static fn(): array => Setting::query()->find(self::SETTING)->value ?? []
        );
    }

    public static function attaches(string $service): bool
    {
        return self::all()[$service]['attach'] ?? false;
    }

    /** @return list<string> services of which an open report makes its item faulty */
    public static function faulty(): array
    {
        return array_map(strval(...), array_keys(array_filter(self::all(), static fn(array $one): bool => $one['faulty'])));
    }

    /** Call it inside a transaction. */
    public static function set(string $service, bool $attach, bool $faulty): void
    {
        $kept = Setting::query()->lockForUpdate()->find(self::SETTING);
        $all = $kept->value ?? [];
        $all[$service] = ['attach' => $attach, 'faulty' => $faulty];
        Setting::query()->updateOrCreate(['id' => self::SETTING], ['value' => $all]);
        DB::afterCommit(static fn() => Cache::forget(self::SETTING));
    }
}
