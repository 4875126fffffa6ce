<?php

declare(strict_types=1);

namespace App\Rota\Calendar;

use Sabre\VObject\Component\VCalendar;
use Sabre\VObject\Component\VEvent;
use Sabre\VObject\DateTimeParser;
use Sabre\VObject\Property\ICalendar\DateTime as CalendarDate;
use Sabre\VObject\Reader;
use Sabre\VObject\Settings;

/**
 * The events of a text in iCalendar form (RFC 5545), with those that come again and again written out.
 *
 * It knows nothing of the application, and runs in a process of its own (see ReadInTime): rules that never end, or
 * never occur, would otherwise keep whoever reads them.
 */
final class Events
{
    private const MOST = 2000;

    private const MOST_DAYS = 2000;

    /** A file may hold several calendars, one after the other. */
    private const CALENDAR = '/^BEGIN:VCALENDAR\R.*?^END:VCALENDAR\s*$/msi';

    /**
     * @param  \DateTimeZone  $zone  in which days and floating times are read
     * @return list<array{uid: string, from: int, to: int, days: list<string>, summary: string, mails: list<string>, free: bool}> in order;
     *      days are those of an event without times of day; free is time that its owner does not keep for it
     *
     * @throws BadCalendar|\Sabre\VObject\ParseException|\Sabre\VObject\InvalidDataException
     */
    public static function of(string $text, \DateTimeZone $zone, \DateTimeImmutable $from, \DateTimeImmutable $to): array
    {
        // What came about over many years is as good as what began lately: this process ends in time anyway.
        Settings::$maxRecurrences = -1;
        $events = [];
        preg_match_all(self::CALENDAR, $text, $calendars);
        foreach ($calendars[0] === [] ? [$text] : $calendars[0] as $one) {
            $calendar = Reader::read($one, Reader::OPTION_FORGIVING);
            if (! $calendar instanceof VCalendar) {
                continue;
            }
            self::refuseEndless($calendar);
            Zones::resolve($calendar);
            foreach ($calendar->expand($from, $to, $zone)->select('VEVENT') as $event) {
                $read = $event instanceof VEvent ? self::event($event, $zone) : null;
                if ($read !== null) {
                    $events[] = $read;
                }
                if (count($events) > self::MOST) {
                    throw new BadCalendar(
                        'There are more than '.self::MOST.' events in this calendar. Take those of the time that matters.',
                    );
                }
            }
        }
        usort($events, static fn(array $a, array $b): int => [$a['from'], $a['to'], $a['uid']] <=> [$b['from'], $b['to'], $b['uid']]);

        return $events;
    }

    /** @throws BadCalendar */
    private static function refuseEndless(VCalendar $calendar): void
    {
        foreach ($calendar->select('VEVENT') as $event) {
            if (isset($event->RRULE) && preg_match('/FREQ=(SECONDLY|MINUTELY)/i', (string) $event->RRULE) === 1) {
                $name = trim((string) ($event->SUMMARY ?? ''));
                throw new BadCalendar(($name === '' ? 'An event' : "\"$name\"").' comes again every second or every minute. Take it out.');
            }
        }
    }

    /** @return array{uid: string, from: int, to: int, days: list<string>, summary: string, mails: list<string>, free: bool}|null */
    private static function event(VEvent $event, \DateTimeZone $zone): ?array
    {
        $start = $event->DTSTART ?? null;
        if (! $start instanceof CalendarDate || (string) ($event->STATUS ?? '') === 'CANCELLED') {
            return null;
        }
        $from = $start->getDateTime($zone);
        $end = $event->DTEND ?? null;
        $to = $end instanceof CalendarDate ? $end->getDateTime($zone) : ($start->hasTime() ? $from : $from->modify('+1 day'));
        if (! $end instanceof CalendarDate && isset($event->DURATION)) {
            $length = DateTimeParser::parseDuration((string) $event->DURATION);
            $to = $length instanceof \DateInterval ? $from->add($length) : $from;
        }
        if ($to <= $from) {
            return null;
        }
        $days = [];
        for ($day = $from; ! $start->hasTime() && $day < $to && count($days) < self::MOST_DAYS; $day = $day->modify('+1 day')) {
            $days[] = $day->format('Y-m-d');
        }
        $mails = [];
        foreach ($event->select('ATTENDEE') as $attendee) {
            $mails[] = mb_strtolower((string) preg_replace('/^mailto:/i', '', (string) $attendee));
        }

        return [
            'uid' => mb_substr((string) ($event->UID ?? ''), 0, 150).' '.$from->getTimestamp(), 'from' => $from->getTimestamp(),
            'to' => $to->getTimestamp(), 'days' => $days,
            'summary' => trim((string) ($event->SUMMARY ?? '')), 'mails' => $mails,
            'free' => strtoupper(trim((string) ($event->TRANSP ?? ''))) === 'TRANSPARENT',
        ];
    }
}
