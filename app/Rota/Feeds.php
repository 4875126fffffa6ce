<?php

declare(strict_types=1);

namespace App\Rota;

use App\Platform\ApiToken;
use App\Platform\CurrentPerson;
use App\Platform\Given;
use App\Platform\Journal\Entry;
use App\Platform\Moment;
use App\Platform\Once;
use App\Platform\Person;
use App\Platform\Refused;
use App\Rota\Contracts\FillsCalendar;
use App\Rota\Requests\MakeFeedRequest;
use Carbon\CarbonImmutable;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use Sabre\VObject\Component\VCalendar;
use Skarvo\Rota\Segment;
use Symfony\Component\HttpFoundation\Response;

/**
 * Turns as iCalendar (RFC 5545), at addresses that can be revoked: for the calendars that people have anyway.
 *
 * @phpstan-type FeedLine array{id: int, kind: string, made: int, asked: int|null}
 */
final class Feeds
{
    private const DAYS_BACK = 92;

    private const DAYS_AHEAD = 400;

    private const AT_ONCE_DAYS = 365;

    private const REFRESH = 'PT1H';

    private const MOST = 10;

    public function store(MakeFeedRequest $request): RedirectResponse
    {
        $input = $request->validated();
        $person = CurrentPerson::of($request);
        $plain = Str::random(40);
        Once::for($request, static function () use ($input, $person, $plain, $request): void {
            if (DB::table('calendar_feeds')->where('owner_id', $person->id)->count() >= self::MOST) {
                throw Refused::because('You have '.self::MOST.' addresses. Revoke one that is not used.');
            }
            DB::table('calendar_feeds')->insert([
                'hash' => ApiToken::hashOf($plain), 'kind' => $input['kind'],
                'subject_id' => $input['kind'] === 'rota' ? (string) $input['rota'] : $person->id, 'owner_id' => $person->id,
                'made_at' => Moment::precise(now()),
            ]);
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

    /** @return list<FeedLine> addresses that somebody has made */
    public static function of(Person $person, string $kind, string $subject): array
    {
        return array_values(DB::table('calendar_feeds')->where(
            ['owner_id' => $person->id, 'kind' => $kind, 'subject_id' => $subject]
        )->orderBy('id')->get()
            ->map(static fn(\stdClass $one): array => [
                'id' => (int) $one->id, 'kind' => (string) $one->kind, 'made' => Moment::seconds((string) $one->made_at) * 1000,
                'asked' => $one->asked_at === null ? null : Moment::seconds((string) $one->asked_at) * 1000,
            ])->all());
    }

    /** For calendars: no sign-in, the address is the key. */
    public function show(Request $request, string $token): Response
    {
        $feed = DB::table('calendar_feeds')->where('hash', ApiToken::hashOf($token))->first() ?? abort(404);
        DB::table('calendar_feeds')->where('id', $feed->id)->update(['asked_at' => Moment::precise(now())]);
        $response = new Response(
            self::calendar($feed->kind, $feed->subject_id), 200,
            ['Content-Type' => 'text/calendar; charset=utf-8', 'Cache-Control' => 'private, max-age=300'],
        );
        $response->setEtag(hash('sha256', (string) $response->getContent()));
        $response->isNotModified($request);

        return $response;
    }

    public static function calendar(string $kind, string $subject): string
    {
        $now = CarbonImmutable::instance(now())->utc();
        [$from, $to] = [$now->subDays(self::DAYS_BACK)->getTimestamp(), $now->addDays(self::DAYS_AHEAD)->getTimestamp()];
        // Turns are looked for beyond, so that those at the edges are whole; by years, so that what has no end has the same one tomorrow.
        [$first, $last] = [
            $now->subDays(self::DAYS_BACK)->subYear()->startOfYear()->getTimestamp(),
            $now->addDays(self::DAYS_AHEAD)->addYears(2)->startOfYear()->getTimestamp(),
        ];
        $other = array_values(
            array_filter(Given::all(FillsCalendar::class), static fn(FillsCalendar $one): bool => $one->kind() === $kind)
        )[0]
            ?? null;
        if ($other !== null) {
            return self::filled($other, $from, $to);
        }
        $names = Person::query()->pluck('name', 'id');
        $calendar = new VCalendar([
            'PRODID' => '-//Skarvo//Rotas//EN',
            'X-WR-CALNAME' => $kind === 'person'
                ? ($names[$subject] ?? $subject).' on call'
                : (string) DB::table('rotas')->where('id', $subject)->value('name'),
        ]);
        self::refresh($calendar);
        foreach (Rota::query()->when($kind === 'rota', fn($query) => $query->whereKey($subject))->orderBy('id')->get() as $rota) {
            $changed = Entry::query()->about('rota', $rota->id)->toBase()->selectRaw('count(*) as many, max(at) as at')->first();
            foreach (self::segments($rota, $first, $last) as $segment) {
                if (
                    $segment->to > $from
                        && $segment->from < $to
                        && $segment->person !== null
                        && ($kind === 'rota' || $segment->person === $subject)
                ) {
                    $calendar->add('VEVENT', [
                        ...self::event(
                            $rota, $segment, (string) ($names[$segment->person] ?? $segment->person), $kind,
                            $segment->from === $first,
                        ),
                        'DTSTAMP' => self::at(is_string($changed?->at) ? Moment::seconds($changed->at) : 0),
                        'SEQUENCE' => (int) ($changed->many ?? 0),
                    ]);
                }
            }
        }

        return $calendar->serialize();
    }

    private static function filled(FillsCalendar $from, int $first, int $last): string
    {
        $calendar = new VCalendar(['PRODID' => '-//Skarvo//Calendars//EN', 'X-WR-CALNAME' => $from->name()]);
        self::refresh($calendar);
        foreach ($from->events($first, $last) as $event) {
            $calendar->add('VEVENT', $event);
        }

        return $calendar->serialize();
    }

    private static function refresh(VCalendar $calendar): void
    {
        $calendar->add('REFRESH-INTERVAL', self::REFRESH, ['VALUE' => 'DURATION']);
        $calendar->add('X-PUBLISHED-TTL', self::REFRESH);
    }

    /**
     * A year at a time, as much as the rota answers at once; what goes on over its end is one.
     *
     * @return list<Segment>
     */
    private static function segments(Rota $rota, int $from, int $to): array
    {
        $all = [];
        for ($at = $from; $at < $to; $at += self::AT_ONCE_DAYS * 86400) {
            foreach ($rota->between($at, min($to, $at + self::AT_ONCE_DAYS * 86400))->segments as $segment) {
                $last = $all[count($all) - 1] ?? null;
                if ($last !== null && $last->to === $segment->from && $last->saysTheSameAs($segment)) {
                    array_pop($all);
                    $segment = $last->cut($last->from, $segment->to);
                }
                $all[] = $segment;
            }
        }

        return $all;
    }

    /**
     * @param  bool  $isCut  whether it began before what was looked at, nobody knows when
     * @return array<string, mixed> the same turn has the same UID each time the calendar is asked for
     */
    private static function event(Rota $rota, Segment $segment, string $name, string $kind, bool $isCut): array
    {
        return [
            'UID' => hash('sha256', "$rota->id ".($isCut ? 'ever' : (string) $segment->from)." $segment->person").'@skarvo',
            'DTSTART' => self::at($segment->from), 'DTEND' => self::at($segment->to),
            'SUMMARY' => $kind === 'person'
                ? 'On call: '.(preg_replace('/\s+on call$/i', '', $rota->name) ?? $rota->name)
                : "$name on call",
            'DESCRIPTION' => "$rota->name; ".($segment->override === null ? "layer $segment->layer" : 'changed by hand'),
            'TRANSP' => 'TRANSPARENT', 'URL' => url("/on-call/$rota->id"),
        ];
    }

    private static function at(int $seconds): \DateTimeImmutable
    {
        return (new \DateTimeImmutable("@$seconds"))->setTimezone(new \DateTimeZone('UTC'));
    }
}
