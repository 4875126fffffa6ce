<?php

declare(strict_types=1);

namespace App\Rota;

use App\Platform\ApiToken;
use App\Platform\CurrentPerson;
use App\Platform\Moment;
use App\Platform\Once;
use App\Platform\Person;
use App\Platform\Refused;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use Sabre\VObject\Component\VCalendar;
use Skarvo\Rota\Segment;
use Symfony\Component\HttpFoundation\Response;

/** Turns as iCalendar (RFC 5545), at addresses that can be revoked: for the calendars that people have anyway. */
final class Feeds
{
    private const DAYS_BACK = 31;

    private const DAYS_AHEAD = 180;

    private const MOST = 10;

    public function store(Request $request): RedirectResponse
    {
        $input = $request->validate(['kind' => ['required', 'in:person,rota'], 'rota' => ['required_if:kind,rota', 'nullable', 'exists:rotas,id']]);
        $person = CurrentPerson::of($request);
        $plain = Str::random(40);
        Once::for($request, static function () use ($input, $person, $plain, $request): void {
            if (DB::table('calendar_feeds')->where('owner_id', $person->id)->count() >= self::MOST) {
                throw Refused::because('You have '.self::MOST.' addresses. Revoke one that is not used.');
            }
            DB::table('calendar_feeds')->insert(['hash' => ApiToken::hashOf($plain), 'kind' => $input['kind'], 'subject_id' => $input['kind'] === 'person' ? $person->id : (string) $input['rota'], 'owner_id' => $person->id, 'made_at' => Moment::precise(now())]);
            // Shown this once: only its hash is kept.
            $request->session()->flash('feed', url("/feeds/$plain.ics"));
        });

        return back();
    }

    public function revoke(Request $request, int $feed): RedirectResponse
    {
        DB::table('calendar_feeds')->where('id', $feed)->where('owner_id', CurrentPerson::of($request)->id)->delete();

        return back();
    }

    /** For calendars: no sign-in, the address is the key. */
    public function show(string $token): Response
    {
        $feed = DB::table('calendar_feeds')->where('hash', ApiToken::hashOf($token))->first() ?? abort(404);
        DB::table('calendar_feeds')->where('id', $feed->id)->update(['asked_at' => Moment::precise(now())]);

        return new Response(self::calendar($feed->kind, $feed->subject_id), 200, ['Content-Type' => 'text/calendar; charset=utf-8', 'Cache-Control' => 'private, max-age=300']);
    }

    public static function calendar(string $kind, string $subject): string
    {
        $now = now()->getTimestamp();
        $names = Person::query()->pluck('name', 'id');
        $calendar = new VCalendar(['PRODID' => '-//Skarvo//Rotas//EN', 'X-WR-CALNAME' => $kind === 'person' ? ($names[$subject] ?? $subject).' on call' : (string) DB::table('rotas')->where('id', $subject)->value('name')]);
        foreach (Rota::query()->when($kind === 'rota', fn($query) => $query->whereKey($subject))->orderBy('id')->get() as $rota) {
            [$from, $to] = [$now - self::DAYS_BACK * 86400, $now + self::DAYS_AHEAD * 86400];
            foreach ($rota->between($from, $to)->segments as $segment) {
                // What the ends of the range cut off would be another turn each time.
                $isWhole = $segment->from > $from && $segment->to < $to;
                if ($isWhole && $segment->person !== null && ($kind === 'rota' || $segment->person === $subject)) {
                    $calendar->add('VEVENT', self::event($rota, $segment, (string) ($names[$segment->person] ?? $segment->person), $kind));
                }
            }
        }

        return $calendar->serialize();
    }

    /** @return array<string, mixed> the same turn has the same UID each time the calendar is asked for */
    private static function event(Rota $rota, Segment $segment, string $name, string $kind): array
    {
        $at = static fn(int $seconds): \DateTimeImmutable => (new \DateTimeImmutable("@$seconds"))->setTimezone(new \DateTimeZone('UTC'));

        return [
            'UID' => hash('sha256', "$rota->id $segment->from $segment->person").'@skarvo', 'DTSTAMP' => $at(now()->getTimestamp()), 'DTSTART' => $at($segment->from), 'DTEND' => $at($segment->to),
            'SUMMARY' => $kind === 'person' ? 'On call: '.(preg_replace('/\s+on call$/i', '', $rota->name) ?? $rota->name) : "$name on call", 'DESCRIPTION' => "$rota->name; ".($segment->override === null ? "layer $segment->layer" : 'changed by hand'), 'TRANSP' => 'TRANSPARENT', 'URL' => url("/on-call/$rota->id"),
        ];
    }
}
