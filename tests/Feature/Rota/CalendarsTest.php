<?php

declare(strict_types=1);

namespace Tests\Feature\Rota;

use App\Platform\Person;
use App\Platform\Team;
use App\Rota\FairRota;
use App\Rota\Rota;
use App\Rota\RotaEntry;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\DB;
use Illuminate\Testing\TestResponse;
use Inertia\Testing\AssertableInertia as Shown;
use PHPUnit\Framework\Attributes\DataProvider;
use Skarvo\Rota\Burden;
use Skarvo\Rota\Segment;
use Skarvo\Rota\TurnRules;
use Tests\TestCase;

/** Leave and turns that come as calendars, gaps that leave makes, and a rota evened out. */
final class CalendarsTest extends TestCase
{
    private static function ics(string ...$events): UploadedFile
    {
        return UploadedFile::fake()->createWithContent(
            'calendar.ics',
            implode("\r\n", ['BEGIN:VCALENDAR', 'VERSION:2.0', 'PRODID:-//test//EN', ...$events, 'END:VCALENDAR', '']),
        );
    }

    private static function event(string $uid, string $start, string $end, string $summary, string $more = ''): string
    {
        $value = static fn(string $time): string => strlen($time) === 8 ? ";VALUE=DATE:$time" : ":$time";

        return "BEGIN:VEVENT\r\nUID:$uid\r\nDTSTAMP:20260301T000000Z\r\nDTSTART{$value($start)}\r\nDTEND{$value($end)}\r\nSUMMARY:$summary\r\n{$more}END:VEVENT";
    }

    private function onCall(): Segment
    {
        $now = now()->getTimestamp();
        $later = array_values(array_filter(
            Rota::query()->findOrFail('platform')->between($now, $now + 21 * 86400)->segments,
            static fn(Segment $s): bool => $s->from > $now + 3 * 86400 && $s->person !== null,
        ));

        return $later[0] ?? throw new \LogicException;
    }

    public function test_leave_from_a_calendar_makes_gaps_and_says_which(): void
    {
        $turn = $this->onCall();
        $person = (string) $turn->person;
        $day = (new \DateTimeImmutable("@$turn->from"))->setTimezone(new \DateTimeZone('Europe/Oslo'))->modify('+1 day');
        $this->actingAs($this->person($person))
            ->post(
                "/people/$person/leave-calendar",
                ['file' => self::ics(self::event('hut', $day->format('Ymd'), $day->modify('+1 day')->format('Ymd'), 'Mountain hut'))],
            )
            ->assertSessionHasNoErrors();

        $from = $day->setTime(0, 0)->getTimestamp();
        self::assertNull(Rota::query()->findOrFail('platform')->between($from + 3600, $from + 7200)->segments[0]->person);
        self::assertSame($person, Rota::query()->findOrFail('platform')->planned($from + 3600, $from + 7200)->segments[0]->person);
        $this->get("/people/$person")->assertInertia(
            fn(Shown $page) => $page->where('absences.0.what', 'Mountain hut')
                ->where('gaps.0.rota', 'platform')->where('gaps.0.from', $from * 1000),
        );
        $this->get('/on-call/platform')->assertInertia(
            fn(Shown $page) => $page->where('leave.0.from', $from * 1000)->where('uncovered', 86400_000),
        );

        // Somebody takes it: no gap any more.
        $other = Person::query()->where('team_id', 'platform')->where('id', '!=', $person)->orderBy('id')->firstOrFail();
        $this->actingAs($other)
            ->post('/on-call/platform/take', ['from' => gmdate('c', $from), 'to' => gmdate('c', $from + 86400), 'person' => $other->id])
            ->assertSessionHasNoErrors();
        $this->actingAs($this->person($person))->get("/people/$person")->assertInertia(fn(Shown $page) => $page->where('gaps', []));
    }

    public function test_a_calendar_that_comes_again_replaces_what_came_before_and_keeps_what_was_put_in_by_hand(): void
    {
        $this->actingAs($this->person('noor-lind'));
        $take = fn(string ...$events) => $this->post(
            '/people/noor-lind/leave-calendar', ['file' => self::ics(...$events)], ['X-Request-Key' => uniqid()],
        );
        $take(self::event('a', '20260401', '20260403', 'A'), self::event('b', '20260501', '20260502', 'B'))->assertSessionHasNoErrors();
        $this->post(
            '/people/noor-lind/absences',
            ['kind' => 'wish', 'from' => '2026-06-01T00:00', 'to' => '2026-06-02T00:00', 'what' => 'by hand'],
        )->assertSessionHasNoErrors();
        $take(self::event('a', '20260401', '20260404', 'A, longer'))->assertSessionHasNoErrors();

        self::assertSame(['A, longer', 'by hand'], DB::table('absences')->orderBy('from_at')->pluck('what')->all());
        $take(self::event(
            'w', '20260406T080000Z', '20260406T100000Z', 'Course', "RRULE:FREQ=WEEKLY;COUNT=3\r\n",
        ))->assertSessionHasNoErrors();
        self::assertSame(3, DB::table('absences')->where('what', 'Course')->count());
        $this->post(
            '/people/noor-lind/leave-calendar',
            ['file' => UploadedFile::fake()->createWithContent('x.ics', 'no calendar at all')],
        )->assertSessionHasErrors('file');
        $take(self::event('old', '20200101', '20200102', 'Long ago'))->assertSessionHasErrors('file');
        self::assertSame(3, DB::table('absences')->where('what', 'Course')->count(), 'What could not be read lost nothing.');
        $this->post(
            '/people/noor-lind/absences', ['kind' => 'leave', 'from' => '2026-06-02T00:00', 'to' => '2026-06-01T00:00'],
        )->assertSessionHasErrors('to');
        $this->actingAs($this->person('mika-sund'));
        $responder = Person::query()->where('team_id', 'crew')->orderBy('id')->firstOrFail();
        $this->actingAs($responder)
            ->post('/people/noor-lind/absences', ['kind' => 'leave', 'from' => '2026-06-01T00:00', 'to' => '2026-06-02T00:00'])
            ->assertForbidden();
    }

    public function test_turns_of_a_calendar_are_looked_at_first_and_then_taken(): void
    {
        $people = Person::query()->where('team_id', 'platform')->orderBy('id')->limit(2)->get();
        $mail = ucfirst((string) $people[0]?->email);
        $file = fn(): UploadedFile => self::ics(
            self::event('1', '20260310T080000Z', '20260311T080000Z', 'Duty', "ATTENDEE;CN=x:MAILTO:$mail\r\n"),
            self::event('2', '20260311T080000Z', '20260312T080000Z', "{$people[1]?->name}: on call"),
            self::event('3', '20260312T080000Z', '20260313T080000Z', 'Team lunch'),
        );
        $this->actingAs($this->person('ingrid-vale'));
        $told = $this->post('/on-call/platform/calendar/preview', ['file' => $file()], ['Accept' => 'application/json'])->assertOk();
        self::assertSame([2, 'Team lunch'], [$told->json('turns'), $told->json('refused.0.what')]);
        self::assertSame([], Rota::query()->findOrFail('platform')->overrides);

        // What it changes was seen of another rota than there is by now.
        $one = ['from' => '2026-05-01T08:00:00Z', 'to' => '2026-05-01T09:00:00Z', 'person' => $people[1]?->id];
        Rota::query()->findOrFail('platform')->update(['overrides' => [$one]]);
        $take = fn(mixed $seen, string $key): TestResponse => $this->post(
            '/on-call/platform/calendar', ['file' => $file(), 'seen' => $seen], ['X-Request-Key' => $key],
        );
        $take($told->json('seen'), 'old')->assertSessionHasErrors('seen');
        self::assertSame([$one], Rota::query()->findOrFail('platform')->overrides);
        Rota::query()->findOrFail('platform')->update(['overrides' => []]);
        foreach (['k', 'k'] as $key) {
            $take($told->json('seen'), $key)->assertSessionHasNoErrors();
        }
        $at = static fn(string $time): ?string => Rota::query()
            ->findOrFail('platform')->between((int) strtotime($time), (int) strtotime($time) + 60)->segments[0]->person;
        self::assertSame([$people[0]?->id, $people[1]?->id], [$at('2026-03-10T12:00Z'), $at('2026-03-11T12:00Z')]);
        self::assertCount(2, Rota::query()->findOrFail('platform')->overrides);
        $this->post('/on-call/platform/calendar', ['file' => $file()], ['X-Request-Key' => 'another'])->assertSessionHasErrors('file');
    }

    public function test_what_one_rota_gives_out_another_takes_in(): void
    {
        $this->actingAs($this->person('ingrid-vale'))->post('/feeds', ['kind' => 'rota', 'rota' => 'platform']);
        $feed = (string) session('feed');
        $text = (string) $this->get((string) parse_url($feed, PHP_URL_PATH))->getContent();
        $rota = Rota::query()->findOrFail('platform');
        $now = now()->getTimestamp();
        $before = array_map(
            static fn(Segment $s): array => [$s->from, $s->to, $s->person], $rota->between($now, $now + 28 * 86400)->segments,
        );
        Rota::query()->create([
            'id' => 'copy', 'name' => 'Copy', 'team_id' => 'platform', 'time_zone' => 'Europe/Oslo', 'layers' => [],
            'overrides' => [],
        ]);
        $this->post(
            '/on-call/copy/calendar', ['file' => UploadedFile::fake()->createWithContent('feed.ics', $text)],
        )->assertSessionHasNoErrors();
        $after = array_map(
            static fn(Segment $s): array => [$s->from, $s->to, $s->person],
            Rota::query()->findOrFail('copy')->between($now, $now + 28 * 86400)->segments,
        );

        self::assertSame(array_column($before, 2), array_column($after, 2));
        self::assertSame($before, $after);
    }

    public function test_a_rota_is_evened_out_as_proposed_and_not_over_what_changed_meanwhile(): void
    {
        $people = Person::query()->where('team_id', 'platform')->orderBy('id')->limit(3)->pluck('id')->all();
        Rota::query()
            ->findOrFail('platform')
            ->update([
                'overrides' => [],
                'layers' => [[
                    'name' => 'main', 'people' => [$people[0], $people[0], $people[1], $people[2]],
                    'starts' => '2026-01-05T09:00', 'shift' => 'P1W',
                ]],
            ]);
        $this->actingAs($this->person('ingrid-vale'));
        $told = $this->getJson('/on-call/platform/fair?weeks=10&rest=11&weekends=1')->assertOk();
        self::assertNotSame([], $told->json('changes'));
        // Two of four weeks were theirs, in the last quarter, too.
        $days = static fn(string $when): int => (int) (array_column((array) $told->json($when), 'weekend_days', 'person')[$people[0]] ?? 0);
        self::assertLessThan($days('before'), $days('after'));
        self::assertSame([], Rota::query()->findOrFail('platform')->overrides);

        $this->post('/on-call/platform/fair', ['changes' => $told->json('changes')])->assertSessionHasNoErrors();
        self::assertSame(['rota:platform'], self::entriesOf(RotaEntry::RotaEvened));
        self::assertSame(
            [], FairRota::propose(Rota::query()->findOrFail('platform'), 10, new TurnRules)['changes'],
            'What was evened out stays.',
        );
        $this->post(
            '/on-call/platform/fair', ['changes' => $told->json('changes')], ['X-Request-Key' => 'late'],
        )->assertSessionHasErrors('action');
        $this->actingAs($this->person('noor-lind'))
            ->post('/on-call/platform/fair', ['changes' => $told->json('changes')])->assertForbidden();
        self::assertContainsOnlyInstancesOf(
            Burden::class, FairRota::propose(Rota::query()->findOrFail('platform'), 4, new TurnRules)['after'],
        );
        $this->getJson('/on-call/platform/fair?weeks=99&rest=11&weekends=1')->assertStatus(422);
    }

    public function test_stretches_that_hang_on_one_person_are_marked(): void
    {
        $team = Team::query()->findOrFail('platform');
        $this->actingAs($this->person('ingrid-vale'))
            ->get('/on-call/platform')
            ->assertInertia(fn(Shown $page) => $page->where(
                'single', fn($single): bool => count($single) === 0 || isset($single[0]['from']),
            ));
        \App\Paging\EscalationPolicy::query()
            ->where('team_id', $team->id)
            ->update(['steps' => json_encode([['targets' => ['rota:platform'], 'wait_seconds' => 300]])]);
        $this->get('/on-call/platform')->assertInertia(
            fn(Shown $page) => $page->where('single.0.from', now()->getTimestamp() * 1000)->whereNot('single.0.name', null),
        );
    }

    /** @return iterable<string, array{string, string|null}> */
    public static function badCalendars(): iterable
    {
        $rule = static fn(
            string $rule, string $start = '20260401',
        ): string => "BEGIN:VEVENT\r\nUID:x\r\nDTSTART;VALUE=DATE:$start\r\nRRULE:$rule\r\nSUMMARY:Hut\r\nEND:VEVENT";
        $timed = static fn(string $zone): string =>
            "BEGIN:VEVENT\r\nUID:x\r\nDTSTART;TZID=$zone:20260401T090000\r\nDTEND;TZID=$zone:20260401T100000\r\nSUMMARY:Hut\r\nEND:VEVENT";
        yield 'a day that never is' => [$rule('FREQ=YEARLY;BYMONTH=2;BYMONTHDAY=30'), 'never occurs'];
        yield 'a month without it' => [$rule('FREQ=MONTHLY;BYMONTHDAY=31;BYMONTH=4'), null];
        yield 'every second' => [$rule('FREQ=SECONDLY'), 'every second or every minute'];
        yield 'every minute' => [$rule('FREQ=MINUTELY'), 'every second or every minute'];
        yield 'every hour' => [$rule('FREQ=HOURLY'), null];
        yield 'each day since the year 1' => [$rule('FREQ=DAILY', '00010101'), null];
        yield 'a rule that is none' => [$rule('FREQ=SOMETIMES;BYDAY=XX'), null];
        yield 'an interval of nothing' => [$rule('FREQ=DAILY;INTERVAL=0'), null];
        yield 'a zone that nobody knows' => [$timed('Mars/Olympus'), 'nobody here knows'];
        yield 'a day that is none' => ["BEGIN:VEVENT\r\nUID:x\r\nDTSTART;VALUE=DATE:20269999\r\nSUMMARY:Hut\r\nEND:VEVENT", null];
        yield 'not in UTF-8' => ["BEGIN:VEVENT\r\nUID:x\r\nDTSTART;VALUE=DATE:20260401\r\nSUMMARY:H\xFCtte\r\nEND:VEVENT", 'not in UTF-8'];
        yield 'no calendar at all' => ['hello', null];
    }

    #[DataProvider('badCalendars')]
    public function test_a_calendar_that_cannot_be_read_ends_in_words_and_holds_nobody_up(string $event, ?string $words): void
    {
        $was = DB::table('absences')->count();
        $levels = [];
        DB::listen(static function () use (&$levels): void {
            $levels[] = DB::transactionLevel();
        });
        $answer = $this->actingAs($this->person('noor-lind'))->post('/people/noor-lind/leave-calendar', ['file' => self::ics($event)]);
        if ($words === null && session('errors') === null) {
            // It was taken after all: as many events as a calendar may have.
            self::assertLessThanOrEqual($was + 2000, DB::table('absences')->count());

            return;
        }
        $answer->assertSessionHasErrors('file');
        self::assertStringContainsString($words ?? '', (string) session('errors')?->first('file'));
        self::assertSame($was, DB::table('absences')->count());
        self::assertNotContains(1, $levels, 'It was read while others waited for the database.');
    }

    /** @return iterable<string, array{string, string}> */
    public static function zones(): iterable
    {
        $own = static fn(
            string $name, string $standard, string $summer, string $in, string $out,
        ): string => "BEGIN:VTIMEZONE\r\nTZID:$name\r\nBEGIN:STANDARD\r\nDTSTART:19701025T030000\r\nTZOFFSETFROM:$summer\r\nTZOFFSETTO:$standard\r\nRRULE:FREQ=YEARLY;$out\r\nEND:STANDARD\r\nBEGIN:DAYLIGHT\r\nDTSTART:19700329T020000\r\nTZOFFSETFROM:$standard\r\nTZOFFSETTO:$summer\r\nRRULE:FREQ=YEARLY;$in\r\nEND:DAYLIGHT\r\nEND:VTIMEZONE\r\n";
        yield 'of the database' => ['', 'Europe/Oslo'];
        yield 'an abbreviation' => ['', 'CEST'];
        yield 'a name of an office program' => ['', 'W. Europe Standard Time'];
        yield 'its own, as in Oslo' => [$own('Ours', '+0100', '+0200', 'BYMONTH=3;BYDAY=-1SU', 'BYMONTH=10;BYDAY=-1SU'), 'Ours'];
        yield 'its own, that never changes' => [
            "BEGIN:VTIMEZONE\r\nTZID:Fixed\r\nBEGIN:STANDARD\r\nDTSTART:19700101T000000\r\nTZOFFSETFROM:+0200\r\nTZOFFSETTO:+0200\r\nEND:STANDARD\r\nEND:VTIMEZONE\r\n",
            'Fixed',
        ];
    }

    #[DataProvider('zones')]
    public function test_times_are_those_of_the_zone_that_a_calendar_names_or_describes(string $describes, string $zone): void
    {
        $event = "BEGIN:VEVENT\r\nUID:x\r\nDTSTART;TZID=$zone:20260701T090000\r\nDTEND;TZID=$zone:20260701T100000\r\nSUMMARY:Hut\r\nEND:VEVENT";
        $this->actingAs($this->person('noor-lind'))
            ->post('/people/noor-lind/leave-calendar', ['file' => self::ics($describes.$event)])
            ->assertSessionHasNoErrors();
        self::assertSame(
            '2026-07-01T07:00:00Z',
            gmdate('Y-m-d\TH:i:s\Z', (int) DB::table('absences')->where('person_id', 'noor-lind')->value('from_at')),
        );
    }

    public function test_a_second_calendar_in_a_file_is_read_too_and_free_time_is_no_leave(): void
    {
        $calendar = static fn(string ...$events): string => implode(
            "\r\n", ['BEGIN:VCALENDAR', 'VERSION:2.0', 'PRODID:-//test//EN', ...$events, 'END:VCALENDAR', ''],
        );
        $file = UploadedFile::fake()->createWithContent(
            'two.ics',
            $calendar(self::event('a', '20260401', '20260402', 'Hut')).$calendar(
                self::event('b', '20260501', '20260502', 'Cabin'),
                self::event('c', '20260601', '20260602', 'On call', "TRANSP:TRANSPARENT\r\n"),
            ),
        );
        $this->actingAs($this->person('noor-lind'))
            ->post('/people/noor-lind/leave-calendar', ['file' => $file])->assertSessionHasNoErrors();
        self::assertSame(
            ['Hut', 'Cabin'], DB::table('absences')->where('person_id', 'noor-lind')->orderBy('from_at')->pluck('what')->all(),
        );
    }

    public function test_a_feed_has_all_turns_that_overlap_its_time_stays_the_same_and_is_told_as_unchanged(): void
    {
        Rota::query()
            ->findOrFail('platform')
            ->update([
                'overrides' => [],
                'layers' => [['name' => 'main', 'people' => ['noor-lind'], 'starts' => '2020-01-06T09:00', 'shift' => 'P1W']],
            ]);
        $this->actingAs($this->person('ingrid-vale'))->post('/feeds', ['kind' => 'rota', 'rota' => 'platform']);
        $path = (string) parse_url((string) session('feed'), PHP_URL_PATH);
        $answer = $this->get($path)->assertOk();
        $text = (string) $answer->getContent();
        self::assertSame(1, substr_count($text, 'BEGIN:VEVENT'), 'One person alone is on call all the time.');
        self::assertStringContainsString('REFRESH-INTERVAL;VALUE=DURATION:PT1H', $text);
        $this->later(3600);
        self::assertSame($text, $this->get($path)->getContent());
        $this->get($path, ['If-None-Match' => (string) $answer->headers->get('ETag')])->assertStatus(304);
        preg_match('/UID:(\S+)/', $text, $uid);

        Rota::query()
            ->findOrFail('platform')
            ->update(['layers' => [[
                'name' => 'main', 'people' => ['noor-lind', 'ingrid-vale'], 'starts' => '2020-01-06T09:00', 'shift' => 'P1W',
            ]]]);
        $turns = (string) $this->get($path)->assertOk()->getContent();
        preg_match_all('/DTSTART:(\d{8})/', $turns, $starts);
        sort($starts[1]);
        self::assertSame(
            ['20251201', '20270405'], [$starts[1][0] ?? '', $starts[1][count($starts[1]) - 1] ?? ''],
            'From the turn of 92 days back to that of 400 days ahead.',
        );
    }

    public function test_a_client_that_is_not_ours_reads_the_feed_as_we_meant_it(): void
    {
        $this->actingAs($this->person('ingrid-vale'))->post('/feeds', ['kind' => 'rota', 'rota' => 'lanes']);
        $text = (string) $this->get((string) parse_url((string) session('feed'), PHP_URL_PATH))->getContent();
        $read = proc_open(
            [
                '/usr/bin/python3', '-c',
                "import icalendar,sys,json\nc=icalendar.Calendar.from_ical(sys.stdin.buffer.read())\nprint(json.dumps([[int(e.decoded('dtstart').timestamp()),int(e.decoded('dtend').timestamp()),str(e['summary'])] for e in c.walk('VEVENT')]))",
            ],
            [['pipe', 'r'], ['pipe', 'w']], $pipes,
        );
        self::assertIsResource($read);
        fwrite($pipes[0], $text);
        fclose($pipes[0]);
        $events = json_decode((string) stream_get_contents($pipes[1]), true);
        self::assertSame(0, proc_close($read));
        $now = now()->getTimestamp();
        $names = Person::query()->pluck('name', 'id');
        $ahead = array_values(array_filter(
            Rota::query()->findOrFail('lanes')->between($now, $now + 60 * 86400)->segments,
            static fn(Segment $s): bool => $s->from > $now && $s->to < $now + 60 * 86400 && $s->person !== null,
        ));
        $expected = array_map(static fn(Segment $s): array => [$s->from, $s->to, $names[(string) $s->person].' on call'], $ahead);
        self::assertNotSame([], $expected);
        self::assertSame(
            [],
            array_values(array_filter(
                $expected, static fn(array $turn): bool => ! in_array($turn, is_array($events) ? $events : [], true),
            )),
        );
    }
}
