<?php

declare(strict_types=1);

namespace Database\Seeders\Eiderholm;

use App\Platform\Setting;

/** How services, and what is said often, are called in the languages of those who are told. */
final class Wording
{
    private const PHRASES = [
        'Booking' => ['Bestilling', 'Buchung', 'الحجز'], 'Payment' => ['Betaling', 'Zahlung', 'الدفع'],
        'Boarding on foot' => ['Gående ombord', 'Zustieg zu Fuß', 'صعود المشاة'],
        'Vehicle lanes' => ['Kjørefelt', 'Fahrspuren', 'مسارات المركبات'],
        'Check-in desks' => ['Innsjekking', 'Check-in-Schalter', 'مكاتب تسجيل الوصول'],
        'Ship positions' => ['Skipsposisjoner', 'Schiffspositionen', 'مواقع السفن'],
        'Arrivals and departures' => ['Ankomster og avganger', 'Ankunft und Abfahrt', 'الوصول والمغادرة'],
        'Freight papers' => ['Fraktpapirer', 'Frachtpapiere', 'أوراق الشحن'],
        'Announcements' => ['Høyttalere', 'Durchsagen', 'الإعلانات'],
        'Wireless at the quay' => ['Trådløst nett på kaia', 'WLAN am Anleger', 'الشبكة اللاسلكية على الرصيف'],
        'The clocks of the lanes are behind' => [
            'Klokkene i kjørefeltene går for sakte', 'Die Uhren der Fahrspuren gehen nach', 'ساعات المسارات متأخرة',
        ],
        'Stay in your lane: staff open the barriers by hand' => [
            'Bli i feltet: betjeningen åpner bommene for hånd', 'Bleiben Sie in Ihrer Spur: Das Personal öffnet die Schranken von Hand',
            'ابق في مسارك: يفتح الموظفون الحواجز يدويا',
        ],
        'Foot passengers board as usual' => ['Gående går ombord som vanlig', 'Fußgänger gehen wie gewohnt an Bord', 'يصعد المشاة كالمعتاد'],
        'Pay in cash' => ['Betal kontant', 'Zahlen Sie bar', 'ادفع نقدا'],
    ];

    public static function put(): void
    {
        Setting::query()->updateOrCreate(['id' => 'glossary'], ['version' => 1, 'value' => array_map(
            static fn(array $in): array => array_combine(['no', 'de', 'ar'], $in), self::PHRASES,
        )]);
    }
}
