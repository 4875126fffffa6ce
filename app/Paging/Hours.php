<?php

declare(strict_types=1);

namespace App\Paging;

use Skarvo\Time\Weekday;
use Skarvo\Time\WeekHours;

/** Times of week as they are stored and filled in: `{days: [mon, …], from: 22:00, to: 07:00}`, or null for always. */
final class Hours
{
    /** @param  mixed  $hours */
    public static function window(mixed $hours): ?WeekHours
    {
        if (! is_array($hours)) {
            return null;
        }
        $days = array_values(array_filter(array_map(
            static fn(mixed $day): ?Weekday => is_string($day) ? Weekday::tryFrom($day) : null,
            is_array($hours['days'] ?? null) ? $hours['days'] : [],
        )));
        $seconds = static fn(mixed $time): int =>
            is_string($time) && preg_match('/^(\d\d):(\d\d)$/D', $time, $m) === 1 ? (int) $m[1] * 3600 + (int) $m[2] * 60 : 0;

        return new WeekHours($days, $seconds($hours['from'] ?? null), $seconds($hours['to'] ?? null));
    }

    /** @return array<string, list<string>> rules of validation for hours that were filled in under a name */
    public static function rules(string $name): array
    {
        return [
            $name => ['nullable', 'array'], "$name.days" => ["required_with:$name", 'array', 'min:1'],
            "$name.days.*" => ['in:'.implode(',', array_column(Weekday::cases(), 'value'))],
            "$name.from" => ["required_with:$name", 'date_format:H:i'], "$name.to" => ["required_with:$name", 'date_format:H:i'],
        ];
    }
}
