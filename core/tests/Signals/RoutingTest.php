<?php

declare(strict_types=1);

namespace Skarvo\Tests\Signals;

use PHPUnit\Framework\TestCase;
use Skarvo\Json\Pointer;
use Skarvo\Signals\Condition;
use Skarvo\Signals\Handling;
use Skarvo\Signals\Level;
use Skarvo\Signals\Live\Ungrouped;
use Skarvo\Signals\Replay\Bursts;
use Skarvo\Signals\Replay\Chronicle;
use Skarvo\Signals\Replay\QuietTimes;
use Skarvo\Signals\Replay\ReplaySignal;
use Skarvo\Signals\Replay\Settings;
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
        self::assertSame(['team' => 'platform', 'handling' => Handling::Page], $routing->of(self::signal('mw-skjell', 'disk', ['site' => 'north'])));
        self::assertSame(['team' => null, 'handling' => Handling::Record], $routing->of(self::signal('db', 'disk', ['site' => 'north'])));
        self::assertSame(['team' => null, 'handling' => null], $routing->of(self::signal('db', 'disk')));
        self::assertSame([1, 2], $routing->fitting(self::signal('mw-skjell', 'link-loss')));
    }

    public function test_the_chronicle_says_why_somebody_was_told_or_not(): void
    {
        $chronicle = new Chronicle;
        $bursts = new Bursts(new Settings(hold: 60, reopen: 600), new QuietTimes(['i' => [[5000, 6000]]]), new Ungrouped, $chronicle);
        foreach ([[0, 'firing'], [30, 'clear'], [100, 'firing'], [200, 'clear'], [300, 'clear'], [400, 'firing'], [500, 'clear'], [5000, 'firing'], [5500, 'clear']] as $n => [$at, $condition]) {
            $bursts->take(new ReplaySignal($at, 's', 'i', 'c', Condition::from($condition), Level::Error, [], $n));
        }
        $bursts->finish(7000);

        self::assertSame([
            [0, 'began'], [30, 'held'], [100, 'began'], [160, 'opened'], [200, 'ended'], [200, 'closed'], [300, 'stray'], [400, 'began'], [460, 'reopened'], [500, 'ended'], [500, 'closed'],
            [5000, 'began'], [5500, 'quiet'],
        ], array_map(static fn(array $entry): array => [$entry['at'], $entry['kind']], $chronicle->entries()));
    }

    public function test_what_a_key_flapped_or_ran_out_by_is_said_with_its_numbers(): void
    {
        $chronicle = new Chronicle;
        $bursts = new Bursts(new Settings(hold: 60, expire: 120, flapTimes: 3, flapWithin: 100), new QuietTimes([]), new Ungrouped, $chronicle);
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
    private static function signal(string $item, string $check, array $labels = []): ReplaySignal
    {
        return new ReplaySignal(0, 's', $item, $check, Condition::Firing, Level::Error, $labels);
    }

    /** @param  array<string, mixed>  $value */
    private static function object(array $value): \stdClass
    {
        $object = json_decode(json_encode($value, JSON_THROW_ON_ERROR));

        return $object instanceof \stdClass ? $object : new \stdClass;
    }
}
