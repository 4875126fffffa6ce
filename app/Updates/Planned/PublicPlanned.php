<?php

declare(strict_types=1);

namespace App\Updates\Planned;

use App\Updates\Outside\PublicAddress;
use Sabre\VObject\Component\VCalendar;
use Skarvo\Topology\State;
use Skarvo\Updates\Planned\PlanStage;
use Skarvo\Value\Language;

/**
 * Planned work as everybody outside reads it: on the page, as JSON, and in calendars (RFC 5545).
 *
 * @phpstan-type PublicPlannedLine array{
 *     id: int, stage: value-of<PlanStage>, services: list<array{name: string, state: value-of<State>}>, places: list<string>,
 *     before: string|null, from: string,
 *     until: string, text: string, languages: array<string, string>, address: string,
 * }
 */
final class PublicPlanned
{
    /** What does not take place is still told in calendars for so long, so that it disappears from them. */
    private const KEPT_DAYS = 7;

    /** @return list<PlannedWork> what is ahead or under way, the soonest first */
    public static function open(): array
    {
        return array_values(PlannedWork::query()->open()->orderBy('from_at')->orderBy('id')->get()->all());
    }

    /** @return PublicPlannedLine */
    public static function line(PlannedWork $work): array
    {
        $languages = [];
        foreach (Language::cases() as $language) {
            $languages[$language->value] = $work->words($work->stage, $language);
        }

        return [
            'id' => $work->id, 'stage' => $work->stage->value, 'services' => $work->services, 'places' => $work->places,
            'before' => $work->before,
            'from' => $work->from_at->toIso8601ZuluString(), 'until' => $work->to_at->toIso8601ZuluString(),
            'text' => $work->words($work->stage, Language::English), 'languages' => $languages, 'address' => PublicAddress::start(),
        ];
    }

    /** @return string in iCalendar form; a calendar tells by UID and SEQUENCE what it knows already */
    public static function calendar(string $organisation): string
    {
        $calendar = new VCalendar(['PRODID' => '-//Skarvo//Planned work//EN', 'X-WR-CALNAME' => "$organisation: planned work"]);
        // A calendar holds something, be it only how its times are counted.
        $zone = $calendar->create('VTIMEZONE');
        $zone->add('TZID', 'UTC');
        $standard = $calendar->create('STANDARD');
        foreach (['DTSTART' => '19700101T000000', 'TZOFFSETFROM' => '+0000', 'TZOFFSETTO' => '+0000'] as $name => $value) {
            $standard->add($name, $value);
        }
        $zone->add($standard);
        $calendar->add($zone);
        $works = PlannedWork::query()->where(
            static fn($any) => $any->whereNull('ended_at')->orWhere('ended_at', '>', now()->subDays(self::KEPT_DAYS)),
        )->orderBy('from_at')->orderBy('id')->get();
        foreach ($works as $work) {
            $isOff = $work->stage === PlanStage::Withdrawn;
            $calendar->add('VEVENT', [
                'UID' => "planned-$work->id@".(parse_url(PublicAddress::start(), PHP_URL_HOST) ?: 'localhost'),
                'SEQUENCE' => $work->round - 1 + ($isOff ? 1 : 0),
                'DTSTAMP' => ($work->ended_at ?? $work->announced_at)->utc()->toDateTimeImmutable(),
                'DTSTART' => $work->from_at->utc()->toDateTimeImmutable(),
                'DTEND' => $work->to_at->utc()->toDateTimeImmutable(), 'SUMMARY' => 'Planned work: '.implode(', ', $work->names()),
                'DESCRIPTION' => $work->words($work->stage, Language::English), 'STATUS' => $isOff ? 'CANCELLED' : 'CONFIRMED',
                'TRANSP' => 'TRANSPARENT',
                'URL' => PublicAddress::start(), ...($work->places === [] ? [] : ['LOCATION' => implode(', ', $work->places)]),
            ]);
        }

        return $calendar->serialize();
    }
}
