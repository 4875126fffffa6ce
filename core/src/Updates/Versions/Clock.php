<?php

declare(strict_types=1);

namespace Skarvo\Updates\Versions;

use Skarvo\Value\Language;

/** Times in updates, with their zone: readers may be in another. */
final readonly class Clock
{
    private const MONTHS = [
        'no' => ['jan', 'feb', 'mars', 'april', 'mai', 'juni', 'juli', 'aug', 'sep', 'okt', 'nov', 'des'],
        'de' => ['Jan', 'Feb', 'März', 'April', 'Mai', 'Juni', 'Juli', 'Aug', 'Sep', 'Okt', 'Nov', 'Dez'],
        'ar' => ['يناير', 'فبراير', 'مارس', 'أبريل', 'مايو', 'يونيو', 'يوليو', 'أغسطس', 'سبتمبر', 'أكتوبر', 'نوفمبر', 'ديسمبر'],
    ];

    public function __construct(private \DateTimeZone $zone, private int $now) {}

    /** `07:14 CET`, or `Tue 3 Mar, 07:14 CET` on another day than today. */
    public function say(int $at, Language $in = Language::English): string
    {
        $local = (new \DateTimeImmutable("@$at"))->setTimezone($this->zone);
        $zone = $local->format('T');
        $time = $local->format('H:i').' '.(preg_match('/^[A-Z]/', $zone) === 1 ? $zone : "UTC$zone");
        if ($local->format('Y-m-d') === (new \DateTimeImmutable("@$this->now"))->setTimezone($this->zone)->format('Y-m-d')) {
            return $time;
        }

        return ($in === Language::English ? $local->format('D ') : '').self::dayOf($local, $in).", $time";
    }

    /** `3 Mar`: the day of a moment in UTC. */
    public static function day(int $at, Language $in = Language::English): string
    {
        return self::dayOf(new \DateTimeImmutable("@$at"), $in);
    }

    private static function dayOf(\DateTimeImmutable $local, Language $in): string
    {
        $months = self::MONTHS[$in->value] ?? null;

        // Days are counted off there: "3. März".
        return $local->format($in === Language::Norwegian || $in === Language::German ? 'j.' : 'j').' '
            .($months === null ? $local->format('M') : $months[(int) $local->format('n') - 1]);
    }
}
