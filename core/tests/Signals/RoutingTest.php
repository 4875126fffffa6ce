<?php

declare(strict_types=1);

namespace Skarvo\Tests\Signals;

use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Skarvo\Json\BadInput;
use Skarvo\Json\Document;
use Skarvo\Json\Pointer;
use Skarvo\Signals\Condition;
use Skarvo\Signals\Handling;
use Skarvo\Signals\Level;
use Skarvo\Signals\Live\Ungrouped;
use Skarvo\Signals\Replay\Bursts;
use Skarvo\Signals\Replay\Chronicle;
use Skarvo\Signals\Replay\QuietTimes;
use Skarvo\Signals\Replay\ReplayDocument;
use Skarvo\Signals\Replay\ReplaySignal;
use Skarvo\Signals\Replay\Settings;
use Skarvo\Signals\Replay\SettingsDocument;
use Skarvo\Signals\Replay\Thread;
use Skarvo\Signals\Routing;

final class RoutingTest extends TestCase
{
    public function test_team_and_handling_each_come_from_the_first_fitting_rule_that_sets_it(): void
    {
        $routing = Routing::read(self::object(['rules' => [
            ['match' => ['check' => 'link*'], 'set' => ['handling' => 'hours'], 'off' => true],
            ['match' => ['check' => 'link*'], 'set' => ['team' => 'quay']],
            ['match' => ['item' => 'mw-*'], 'set' => ['team' => 'platform', 'handling' => 'page']],
            ['match' => ['labels' => ['site' => 'north']], 'set' => ['handling' => 'record']],
        ]]));

        self::assertSame(['team' => 'quay', 'handling' => Handling::Page], $routing->of(self::signal('mw-skjell', 'link-loss')));
        self::assertSame(
            ['team' => 'platform', 'handling' => Handling::Page],
            $routing->of(self::signal('mw-skjell', 'disk', ['site' => 'north'])),
        );
        self::assertSame(['team' => null, 'handling' => Handling::Record], $routing->of(self::signal('db', 'disk', ['site' => 'north'])));
        self::assertSame(['team' => null, 'handling' => null], $routing->of(self::signal('db', 'disk')));
        self::assertSame([1, 2], $routing->fitting(self::signal('mw-skjell', 'link-loss')));
    }

    public function test_a_rule_can_hold_for_certain_hours_only(): void
    {
        $nights = ['zone' => 'Europe/Oslo', 'days' => ['mon', 'tue', 'wed', 'thu', 'fri'], 'from' => '22:00', 'to' => '06:00'];
        $routing = Routing::read(self::object(['rules' => [
            ['match' => ['check' => 'batch-late', 'hours' => $nights], 'set' => ['handling' => 'record']],
            [
                'match' => ['hours' => ['from' => '06:00', 'to' => '00:00', 'days' => ['sat'], 'zone' => 'Europe/Oslo']],
                'set' => ['team' => 'weekend'],
            ],
        ]]));
        $handling = static fn(string $at): ?Handling => $routing->of(
            self::signal('db', 'batch-late', at: (int) strtotime($at)),
        )['handling'];

        // Friday evening to Saturday morning is Friday's night; Sunday's has no part in it. The clocks go back on 25 October.
        self::assertSame(
            [null, Handling::Record, Handling::Record, null],
            array_map(
                $handling,
                ['2026-10-23T21:59:59+02:00', '2026-10-23T22:00:00+02:00', '2026-10-24T05:59:59+02:00', '2026-10-24T06:00:00+02:00'],
            ),
        );
        self::assertSame([null, null], array_map($handling, ['2026-10-24T23:00:00+02:00', '2026-10-25T22:00:00+01:00']));
        self::assertSame([null, Handling::Record], array_map($handling, ['2026-10-26T20:59:59Z', '2026-10-26T21:00:00Z']));
        self::assertSame(
            ['weekend', 'weekend', null],
            array_map(
                static fn(string $at): ?string => $routing->of(self::signal('db', 'disk', at: (int) strtotime($at)))['team'],
                ['2026-10-24T06:00:00+02:00', '2026-10-24T23:59:59+02:00', '2026-10-25T00:00:00+02:00'],
            ),
        );
    }

    public function test_hours_are_those_that_the_clock_on_the_wall_shows(): void
    {
        $random = new Randomizer(new Mt19937(7));
        $names = ['mon', 'tue', 'wed', 'thu', 'fri', 'sat', 'sun'];
        foreach (['Europe/Oslo', 'America/St_Johns', 'Australia/Lord_Howe', 'UTC'] as $zone) {
            for ($n = 0; $n < 400; $n++) {
                [$from, $to] = array_map(static fn(): int => $random->getInt(0, 47) * 1800, [0, 1]);
                $days = array_values(array_filter($names, static fn(): bool => $random->getInt(0, 1) === 1));
                if ($days === []) {
                    continue;
                }
                $clock = static fn(int $seconds): string => gmdate('H:i', $seconds);
                $settings = SettingsDocument::read(Document::of(self::object(['rules' => [[
                    'match' => ['hours' => ['zone' => $zone, 'days' => $days, 'from' => $clock($from), 'to' => $clock($to)]],
                    'set' => ['hold' => 'PT1M'],
                ]]])));
                $at = 1_790_000_000 + $random->getInt(-200 * 86400, 200 * 86400);
                $wall = (new \DateTimeImmutable("@$at"))->setTimezone(new \DateTimeZone($zone));
                [$today, $yesterday] = [$names[(int) $wall->format('N') - 1], $names[((int) $wall->format('N') + 5) % 7]];
                $shown = $wall->format('H:i');
                $expected = $from < $to
                    ? in_array($today, $days, true) && $shown >= $clock($from) && $shown < $clock($to)
                    : ($shown >= $clock($from) && in_array($today, $days, true))
                        || ($shown < $clock($to) && in_array($yesterday, $days, true));

                self::assertSame(
                    $expected ? 60 : 0, $settings->treat(self::signal('i', 'c', at: $at))->hold,
                    "$zone $shown ".implode(' ', $days)." {$clock($from)} {$clock($to)}",
                );
            }
        }
    }

    public function test_hours_that_cannot_be_are_refused_and_the_contract_of_replay_has_none(): void
    {
        $hours = ['zone' => 'Europe/Oslo', 'days' => ['mon'], 'from' => '22:00', 'to' => '06:00'];
        $refused = static function (array $hours, array $set = ['hold' => 'PT1M']): string {
            try {
                SettingsDocument::read(Document::of(self::object(['rules' => [['match' => ['hours' => $hours], 'set' => $set]]])));
            } catch (BadInput $e) {
                return $e->at;
            }

            return '';
        };

        self::assertSame('', $refused($hours));
        self::assertSame('/rules/0/match/hours/zone', $refused(['zone' => 'CEST', ...$hours, ...['zone' => 'CEST']]));
        self::assertSame('/rules/0/match/hours/days', $refused([...$hours, 'days' => []]));
        self::assertSame('/rules/0/match/hours/days/0', $refused([...$hours, 'days' => ['Monday']]));
        self::assertSame('/rules/0/match/hours/to', $refused([...$hours, 'to' => '24:00']));
        self::assertSame('/rules/0/set/key', $refused($hours, ['key' => '{item}']));

        $this->expectException(BadInput::class);
        ReplayDocument::read(Document::of(self::object([
            'until' => '2026-03-02T10:00:00Z', 'signals' => [],
            'settings' => ['rules' => [['match' => ['hours' => $hours], 'set' => ['hold' => 'PT1M']]]],
        ])));
    }

    public function test_the_chronicle_says_why_somebody_was_told_or_not(): void
    {
        $chronicle = new Chronicle;
        $bursts = new Bursts(new Settings(hold: 60, reopen: 600), new QuietTimes(['i' => [[5000, 6000]]]), new Ungrouped, $chronicle);
        foreach ([
            [0, 'firing'], [30, 'clear'], [100, 'firing'], [200, 'clear'], [300, 'clear'], [400, 'firing'], [500, 'clear'],
            [5000, 'firing'], [5500, 'clear'],
        ] as $n => [$at, $condition]) {
            $bursts->take(new ReplaySignal($at, 's', 'i', 'c', Condition::from($condition), Level::Error, [], $n));
        }
        $bursts->finish(7000);

        self::assertSame([
            [0, 'began'], [30, 'held'], [100, 'began'], [160, 'opened'], [200, 'ended'], [200, 'closed'], [300, 'stray'],
            [400, 'began'], [460, 'reopened'], [500, 'ended'], [500, 'closed'],
            [5000, 'began'], [5500, 'quiet'],
        ], array_map(static fn(array $entry): array => [$entry['at'], $entry['kind']], $chronicle->entries()));
    }

    public function test_what_a_key_flapped_or_ran_out_by_is_said_with_its_numbers(): void
    {
        $chronicle = new Chronicle;
        $bursts = new Bursts(
            new Settings(hold: 60, expire: 120, flapTimes: 3, flapWithin: 100), new QuietTimes([]), new Ungrouped, $chronicle,
        );
        foreach ([[0, 'firing'], [5, 'clear'], [10, 'firing'], [15, 'clear'], [20, 'firing']] as $n => [$at, $condition]) {
            $bursts->take(new ReplaySignal($at, 's', 'i', 'c', Condition::from($condition), Level::Error, [], $n));
        }
        $bursts->finish(1000);
        $facts = array_column($chronicle->entries(), 'facts', 'kind');

        self::assertSame(['times' => 3, 'within' => 180], $facts['flaps']);
        self::assertSame(['after' => 120], $facts['expired']);
    }

    public function test_names_of_threads_come_apart_as_they_were_put_together(): void
    {
        foreach (['i', null] as $item) {
            foreach (['', 'x', "two\nlines", "\nfirst"] as $part) {
                $family = ReplaySignal::familyOf('s', $item, 'c');
                self::assertSame([$family, $part], Thread::split(Thread::named($family, $part)));
            }
        }
    }

    public function test_pointers_lead_to_what_is_there(): void
    {
        $document = self::object(['a/b' => ['~' => [1, null]], '' => 2]);

        self::assertSame([true, 1], Pointer::find('/a~1b/~0/0', $document));
        self::assertSame([true, null], Pointer::find('/a~1b/~0/1', $document));
        self::assertSame([false, null], Pointer::find('/a~1b/~0/2', $document));
        self::assertSame([true, 2], Pointer::find('/', $document));
        self::assertSame([true, $document], Pointer::find('', $document));
        self::assertSame([true, false, false, true], array_map(Pointer::isOne(...), ['/a~0', 'a', '/a~2', '']));
    }

    /** @param  array<string, string>  $labels */
    private static function signal(string $item, string $check, array $labels = [], int $at = 0): ReplaySignal
    {
        return new ReplaySignal($at, 's', $item, $check, Condition::Firing, Level::Error, $labels);
    }

    /** @param  array<string, mixed>  $value */
    private static function object(array $value): \stdClass
    {
        $object = json_decode(json_encode($value, JSON_THROW_ON_ERROR));

        return $object instanceof \stdClass ? $object : new \stdClass;
    }
}
