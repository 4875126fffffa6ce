<?php

declare(strict_types=1);

namespace App\Rota;

use App\Platform\Refused;
use Sabre\VObject\Component\VCalendar;
use Sabre\VObject\Component\VEvent;
use Sabre\VObject\DateTimeParser;
use Sabre\VObject\InvalidDataException;
use Sabre\VObject\ParseException;
use Sabre\VObject\Property\ICalendar\DateTime as CalendarDate;
use Sabre\VObject\Reader;

/** A file in iCalendar form (RFC 5545), read: its events, with those that come again and again written out. */
final class CalendarFile
{
    private const MOST = 2000;

    /**
     * @param  \DateTimeZone  $zone  in which days and floating times are read
     * @return list<array{uid: string, from: int, to: int, days: list<string>, summary: string, mails: list<string>}> in order; days are those of an event without times of day
     */
    public static function events(string $text, \DateTimeZone $zone, \DateTimeImmutable $from, \DateTimeImmutable $to, string $field = 'file'): array
    {
        try {
            $calendar = Reader::read($text, Reader::OPTION_FORGIVING);
            $calendar = $calendar instanceof VCalendar ? $calendar->expand($from, $to, $zone) : null;
        } catch (ParseException|InvalidDataException $e) {
            throw Refused::because('This is no iCalendar file: '.lcfirst(rtrim($e->getMessage(), '.')).'.', $field);
        }
        $events = [];
        foreach ($calendar?->select('VEVENT') ?? [] as $event) {
            $read = $event instanceof VEvent ? self::event($event, $zone) : null;
            if ($read !== null) {
                $events[] = $read;
            }
            if (count($events) > self::MOST) {
                throw Refused::because('There are more than '.self::MOST.' events in this calendar. Take those of the time that matters.', $field);
            }
        }
        usort($events, static fn(array $a, array $b): int => [$a['from'], $a['to'], $a['uid']] <=> [$b['from'], $b['to'], $b['uid']]);

        return $events;
    }

    /** @return array{uid: string, from: int, to: int, days: list<string>, summary: string, mails: list<string>}|null */
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
        for ($day = $from; ! $start->hasTime() && $day < $to && count($days) < self::MOST; $day = $day->modify('+1 day')) {
            $days[] = $day->format('Y-m-d');
        }
        $mails = [];
        foreach ($event->select('ATTENDEE') as $attendee) {
            $mails[] = mb_strtolower((string) preg_replace('/^mailto:/i', '', (string) $attendee));
        }

        return ['uid' => mb_substr((string) ($event->UID ?? ''), 0, 150).' '.$from->getTimestamp(), 'from' => $from->getTimestamp(), 'to' => $to->getTimestamp(), 'days' => $days, 'summary' => trim((string) ($event->SUMMARY ?? '')), 'mails' => $mails];
    }
}
