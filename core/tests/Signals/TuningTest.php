<?php

declare(strict_types=1);

namespace Skarvo\Tests\Signals;

use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Skarvo\Json\Document;
use Skarvo\Signals\Condition;
use Skarvo\Signals\IncidentConditions;
use Skarvo\Signals\Level;
use Skarvo\Signals\Replay\QuietTimes;
use Skarvo\Signals\Replay\ReplayDocument;
use Skarvo\Signals\Replay\ReplaySignal;
use Skarvo\Signals\Replay\Settings;
use Skarvo\Signals\Replay\SettingsDocument;
use Skarvo\Signals\Routing;
use Skarvo\Signals\Tuning\DryRun;
use Skarvo\Signals\Tuning\FewerOfThese;

final class TuningTest extends TestCase
{
    private const START = 1_772_435_640;

    public function test_what_would_have_been_different_is_counted_and_named(): void
    {
        // Ten bursts of 20 seconds, an hour apart, and one of ten minutes.
        $signals = self::bursts('link-loss', [...array_map(static fn(int $n): array => [$n * 3600, 20], range(0, 9)), [40000, 600]]);
        $result = $this->run_($signals)->compare(
            self::settings([]), Routing::read(new \stdClass),
            self::settings([['match' => ['check' => 'link*'], 'set' => ['hold' => 'PT1M']]]), Routing::read(new \stdClass),
        );

        self::assertSame(
            [22, 11, 1, 10],
            [$result['signals'], $result['before']['alerts'], $result['after']['alerts'], $result['after']['momentary']],
        );
        self::assertCount(10, $result['gone']);
        self::assertSame([], $result['new']);
        self::assertSame([self::START, ['q']], [$result['gone'][0]['opened_at'], $result['gone'][0]['items']]);
    }

    public function test_pages_that_would_not_have_been_sent_are_named(): void
    {
        $signals = self::bursts('link-loss', [[0, 20], [7200, 20]]);
        $paging = ['match' => ['check' => 'link*'], 'set' => ['handling' => 'page', 'team' => 'quay']];
        $routes = Routing::read(self::object(['rules' => [$paging]]));
        $result = $this->run_($signals)->compare(
            self::settings([]), $routes, self::settings([]),
            Routing::read(self::object(['rules' => [['match' => ['check' => 'link*'], 'set' => ['handling' => 'record']], $paging]])),
        );

        self::assertSame(
            [2, 0, 2, 0],
            [$result['before']['pages'], $result['after']['pages'], count($result['pagesGone']), count($result['gone'])],
        );
        self::assertSame([2, 0], [$result['before']['asking'], $result['after']['asking']]);
        self::assertSame('quay', $result['pagesGone'][0]['team']);
    }

    public function test_rules_that_are_the_same_make_no_difference(): void
    {
        for ($seed = 1; $seed <= 20; $seed++) {
            $stream = RandomStream::make(new Randomizer(new Mt19937($seed)), 900, 80);
            [, $signals] = ReplayDocument::read(Document::parse(json_encode($stream, JSON_THROW_ON_ERROR)));
            $settings = SettingsDocument::read(Document::parse(json_encode($stream['settings'], JSON_THROW_ON_ERROR)));
            $numbered = array_map(
                static fn(ReplaySignal $s, int $i): ReplaySignal => new ReplaySignal(
                    $s->at, $s->source, $s->item, $s->check, $s->condition, $s->level, $s->labels, $i + 1,
                ),
                $signals, array_keys($signals),
            );
            $result = (new DryRun(
                $numbered, new QuietTimes(RandomStream::quiet($stream)), [['i1', 'i2']], self::START + 900,
            ))->compare($settings, Routing::read(new \stdClass), $settings, Routing::read(new \stdClass));

            self::assertSame([$result['before'], [], [], []], [$result['after'], $result['gone'], $result['new'], $result['pagesGone']]);
        }
    }

    public function test_short_bursts_are_met_with_a_hold_and_short_pauses_with_a_settle(): void
    {
        $short = self::bursts('link-loss', array_map(static fn(int $n): array => [$n * 3600, 70 + $n], range(0, 9)));
        $proposal = $this->propose($short)[0];
        self::assertSame([['hold' => 'PT2M'], 10, 0], [$proposal['set'], $proposal['before'], $proposal['after']]);
        self::assertSame('Of 10 bursts 10 ended by themselves within 2 minutes: hold them for that long.', $proposal['reason']);

        $restless = self::bursts('link-loss', array_map(static fn(int $n): array => [$n * 3000, 2700], range(0, 9)));
        $proposal = $this->propose($restless)[0];
        self::assertSame([['settle' => 'PT6M'], 10, 1], [$proposal['set'], $proposal['before'], $proposal['after']]);
    }

    public function test_what_comes_from_many_items_is_met_with_one_key(): void
    {
        $signals = [];
        foreach (['a', 'b', 'c', 'd'] as $i => $item) {
            $signals[] = new ReplaySignal(self::START + $i * 5, 's', $item, 'link-loss', Condition::Firing, Level::Error, []);
        }
        $proposal = $this->propose($signals)[0];

        self::assertSame([['key' => '{source}/{check}'], 4, 1], [$proposal['set'], $proposal['before'], $proposal['after']]);
    }

    public function test_nothing_is_proposed_where_nothing_would_help(): void
    {
        self::assertSame([], $this->propose(self::bursts('link-loss', [[0, 86000]])));
    }

    public function test_all_conditions_that_are_set_have_to_be_met(): void
    {
        $conditions = IncidentConditions::of(['tier' => 2, 'level' => 'error', 'alerts' => 3, 'minutes' => null]);

        self::assertTrue($conditions->areMet(1, Level::Critical, 3, null));
        self::assertFalse($conditions->areMet(3, Level::Critical, 3, null));
        self::assertFalse($conditions->areMet(null, Level::Critical, 3, null));
        self::assertFalse($conditions->areMet(1, Level::Warning, 3, null));
        self::assertFalse($conditions->areMet(1, Level::Error, 2, null));
        self::assertFalse((new IncidentConditions)->areMet(1, Level::Critical, 100, 100));
        self::assertFalse((new IncidentConditions(minutes: 5))->areMet(1, Level::Error, 1, null));
        self::assertTrue((new IncidentConditions(minutes: 5))->areMet(null, Level::Info, 1, 5));
        self::assertSame(
            'a service of tier 2 or above is affected, the worst is error or worse, at least 3 alerts are open',
            $conditions->words(),
        );
    }

    /**
     * @param  list<ReplaySignal>  $signals
     * @return list<array{set: array<string, string>, reason: string, before: int, after: int}>
     */
    private function propose(array $signals): array
    {
        $numbered = self::numbered($signals);

        return (new FewerOfThese($numbered, $this->run_($signals)))->propose(
            self::settings([]), Routing::read(new \stdClass),
            static fn(array $set): Settings => self::settings([['match' => ['check' => 'link-loss'], 'set' => $set]]),
        );
    }

    /** @param  list<ReplaySignal>  $signals */
    private function run_(array $signals): DryRun
    {
        return new DryRun(self::numbered($signals), new QuietTimes([]), [], self::START + 90000);
    }

    /**
     * @param  list<ReplaySignal>  $signals
     * @return list<ReplaySignal>
     */
    private static function numbered(array $signals): array
    {
        return array_map(
            static fn(ReplaySignal $s, int $i): ReplaySignal => new ReplaySignal(
                $s->at, $s->source, $s->item, $s->check, $s->condition, $s->level, $s->labels, $i + 1,
            ),
            $signals, array_keys($signals),
        );
    }

    /**
     * @param  list<array{int, int}>  $bursts  begin and length in seconds
     * @return list<ReplaySignal>
     */
    private static function bursts(string $check, array $bursts): array
    {
        $signals = [];
        foreach ($bursts as [$from, $length]) {
            foreach ([[$from, Condition::Firing], [$from + $length, Condition::Clear]] as [$at, $condition]) {
                $signals[] = new ReplaySignal(self::START + $at, 's', 'q', $check, $condition, Level::Error, []);
            }
        }

        return $signals;
    }

    /** @param  list<array<string, mixed>>  $rules */
    private static function settings(array $rules): Settings
    {
        return SettingsDocument::read(Document::parse(json_encode(['rules' => $rules], JSON_THROW_ON_ERROR)));
    }

    /** @param  array<string, mixed>  $value */
    private static function object(array $value): \stdClass
    {
        $object = json_decode(json_encode($value, JSON_THROW_ON_ERROR));

        return $object instanceof \stdClass ? $object : new \stdClass;
    }
}
