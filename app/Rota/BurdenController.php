<?php

declare(strict_types=1);

namespace App\Rota;

use App\Platform\Person;
use App\Platform\Setting;
use Carbon\CarbonImmutable;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\DB;
use Inertia\Inertia;
use Inertia\Response;
use Sabre\VObject\Component\VCalendar;
use Sabre\VObject\ParseException;
use Sabre\VObject\Property\ICalendar\DateTime as CalendarDate;
use Sabre\VObject\Reader;
use Skarvo\Rota\Burden;
use Skarvo\Time\Zone;

/** What being on call asked of each person in a quarter: whether turns are fair. Public holidays come as an iCalendar file. */
final class BurdenController
{
    private const SETTING = 'holidays';

    private const MOST_HOLIDAYS = 500;

    public function show(Request $request): Response
    {
        $zone = config()->string('skarvo.time_zone');
        $asked = preg_match('/^(\d{4})-([1-4])$/D', $request->string('quarter')->toString(), $m) === 1 ? CarbonImmutable::create((int) $m[1], (int) $m[2] * 3 - 2, 1, 0, 0, 0, $zone) : null;
        $from = ($asked ?? CarbonImmutable::instance(now())->setTimezone($zone))->startOfQuarter();
        $to = $from->addMonths(3);
        $names = Person::query()->pluck('name', 'id');
        $pages = [];
        foreach (DB::table('pages')->join('calls', 'calls.id', '=', 'pages.call_id')->whereBetween('pages.at', [$from->utc()->format('Y-m-d H:i:s'), $to->utc()->format('Y-m-d H:i:s')])->whereNotNull('pages.sent_at')->get(['pages.person_id', 'pages.at', 'calls.team_id']) as $page) {
            $pages[$page->team_id][] = [(string) $page->person_id, (int) strtotime("$page->at UTC")];
        }
        $holidays = self::holidays();

        return Inertia::render('Rota/Fairness', [
            'quarter' => $from->year.'-'.$from->quarter, 'before' => $from->subMonths(3)->year.'-'.$from->subMonths(3)->quarter, 'after' => $to->year.'-'.$to->quarter,
            'rotas' => Rota::query()->with('team')->orderBy('name')->get()->map(static fn(Rota $rota): array => [
                'id' => $rota->id, 'name' => $rota->name,
                'people' => array_map(static fn(Burden $burden): array => [...$burden->toArray(), 'name' => $names[$burden->person] ?? $burden->person], Burden::of($rota->between($from->getTimestamp(), $to->getTimestamp()), Zone::named($rota->time_zone) ?? throw new \LogicException("The zone $rota->time_zone is gone."), array_map(strval(...), array_keys($holidays)), $pages[$rota->team_id] ?? [])),
            ]),
            'holidays' => array_filter($holidays, static fn(string $date): bool => $date >= $from->format('Y-m-d') && $date < $to->format('Y-m-d'), ARRAY_FILTER_USE_KEY),
        ]);
    }

    public function storeHolidays(Request $request): RedirectResponse
    {
        $request->validate(['file' => ['required', 'file', 'max:1024']], ['file.required' => 'Choose a calendar file (.ics).', 'file.max' => 'A calendar of holidays has at most a megabyte.']);
        $file = $request->file('file');
        $text = $file instanceof UploadedFile ? (string) file_get_contents($file->getPathname()) : '';
        $holidays = self::read($text);
        Setting::query()->updateOrCreate(['id' => self::SETTING], ['value' => $holidays]);

        return back();
    }

    /** @return array<string, string> name by date: whole days of the calendar, each day of one that lasts several */
    private static function read(string $text): array
    {
        try {
            $calendar = Reader::read($text, Reader::OPTION_FORGIVING);
        } catch (ParseException $e) {
            throw \App\Platform\Refused::because('This is no iCalendar file: '.lcfirst($e->getMessage()).'.', 'file');
        }
        $holidays = [];
        foreach ($calendar instanceof VCalendar ? $calendar->select('VEVENT') : [] as $event) {
            $start = $event->DTSTART ?? null;
            if (! $start instanceof CalendarDate || $start->hasTime()) {
                continue;
            }
            $end = $event->DTEND ?? null;
            $until = $end instanceof CalendarDate ? $end->getDateTime() : $start->getDateTime()->modify('+1 day');
            for ($day = $start->getDateTime(); $day < $until && count($holidays) < self::MOST_HOLIDAYS; $day = $day->modify('+1 day')) {
                $holidays[$day->format('Y-m-d')] = mb_substr((string) ($event->SUMMARY ?? 'Holiday'), 0, 80);
            }
        }
        if ($holidays === []) {
            throw \App\Platform\Refused::because('There is no whole day in this calendar. A public holiday is an event with a date and no time of day.', 'file');
        }
        ksort($holidays);

        return $holidays;
    }

    /** @return array<string, string> name by date */
    private static function holidays(): array
    {
        $kept = Setting::query()->whereKey(self::SETTING)->first()->value ?? [];

        return array_map(static fn(mixed $name): string => is_string($name) ? $name : '', array_filter($kept, is_string(...)));
    }
}
