<?php

declare(strict_types=1);

namespace Skarvo\Tests\Value;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Skarvo\Paging\Contact;
use Skarvo\Paging\Duty;
use Skarvo\Paging\Hold;
use Skarvo\Paging\Page;
use Skarvo\Paging\Policy;
use Skarvo\Paging\Step;
use Skarvo\Paging\StepStart;
use Skarvo\Paging\StepTarget;
use Skarvo\Rota\Absence;
use Skarvo\Rota\Layer;
use Skarvo\Rota\Override;
use Skarvo\Rota\Segment;
use Skarvo\Rota\TurnRules;
use Skarvo\Signals\Condition;
use Skarvo\Signals\IncidentConditions;
use Skarvo\Signals\Level;
use Skarvo\Signals\Replay\ReplaySignal;
use Skarvo\Signals\Replay\Rule;
use Skarvo\Signals\Replay\Settings;
use Skarvo\Signals\Replay\Treatment;
use Skarvo\Signals\Tuning\NoisyCheck;
use Skarvo\Time\Duration;
use Skarvo\Time\LocalTime;
use Skarvo\Topology\Affected;
use Skarvo\Topology\Availability;
use Skarvo\Topology\Candidate;
use Skarvo\Topology\HitService;
use Skarvo\Topology\Record\Attribute;
use Skarvo\Topology\Record\AttributeKind;
use Skarvo\Topology\Record\Comparison;
use Skarvo\Topology\Record\FieldCondition;
use Skarvo\Topology\Record\Relation;
use Skarvo\Topology\Scan\ConnectionRule;
use Skarvo\Topology\Scan\ObservedConnection;
use Skarvo\Topology\Scan\SeenConnection;
use Skarvo\Topology\Scan\Snapshot;
use Skarvo\Topology\State;
use Skarvo\Topology\Strength;

/** Values that cannot be: each differs in one thing only from one that can. */
final class NonsenseTest extends TestCase
{
    /** @return iterable<string, array{\Closure(): object, \Closure(): object}> what can be, and what cannot */
    public static function values(): iterable
    {
        $step = new Step([StepTarget::person('ana')], 60);
        $starts = LocalTime::parse('2026-03-02T08:00') ?? throw new \LogicException('A time.');
        $day = Duration::ofSeconds(86400);

        yield 'a way with no name' => [fn() => new Contact('push', 0), fn() => new Contact(' ', 0)];
        yield 'a contact before it is due' => [fn() => new Contact('push', 0), fn() => new Contact('push', -1)];
        yield 'a duty that ends as it begins' => [fn() => new Duty(5, 6, 'ana'), fn() => new Duty(5, 5, 'ana')];
        yield 'a duty of nobody' => [fn() => new Duty(5, 6, 'ana'), fn() => new Duty(5, 6, '')];
        yield 'a hold with no patience' => [fn() => new Hold(0, 1, 1), fn() => new Hold(0, 0, 1)];
        yield 'a hold with no time to answer' => [fn() => new Hold(0, 1, 1), fn() => new Hold(0, 1, 0)];
        yield 'a page to nobody' => [fn() => new Page(0, 'ana', 'push', 1, 1), fn() => new Page(0, '', 'push', 1, 1)];
        yield 'a page on nothing' => [fn() => new Page(0, 'ana', 'push', 1, 1), fn() => new Page(0, 'ana', '', 1, 1)];
        yield 'a page before the first round' => [fn() => new Page(0, 'ana', 'push', 1, 1), fn() => new Page(0, 'ana', 'push', 0, 1)];
        yield 'a page before the first step' => [fn() => new Page(0, 'ana', 'push', 1, 1), fn() => new Page(0, 'ana', 'push', 1, 0)];
        yield 'a policy of no steps' => [fn() => new Policy([$step], 1), fn() => new Policy(self::none($step), 1)];
        yield 'a policy of no rounds' => [fn() => new Policy([$step], 1), fn() => new Policy([$step], 0)];
        yield 'a step that calls nobody' => [fn() => $step, fn() => new Step(self::none(StepTarget::person('ana')), 60)];
        yield 'a step that waits for nothing' => [fn() => new Step($step->targets, 1), fn() => new Step($step->targets, 0)];
        yield 'a step before the first round' => [fn() => new StepStart(0, 1, 1, []), fn() => new StepStart(0, 0, 1, [])];
        yield 'a step before the first' => [fn() => new StepStart(0, 1, 1, []), fn() => new StepStart(0, 1, 0, [])];
        yield 'the absence of nobody' => [fn() => new Absence('ana', 5, 5), fn() => new Absence('', 5, 5)];
        yield 'an absence that ends before it begins' => [fn() => new Absence('ana', 5, 5), fn() => new Absence('ana', 5, 4)];
        yield 'turns of nobody' => [
            fn() => new Layer('day', ['ana'], $starts, $day), fn() => new Layer('day', self::none('ana'), $starts, $day),
        ];
        yield 'turns of no length' => [
            fn() => new Layer('day', ['ana'], $starts, $day), fn() => new Layer('day', ['ana'], $starts, Duration::ofSeconds(0)),
        ];
        yield 'a segment that ends before it begins' => [
            fn() => new Segment(5, 6, null, null, null), fn() => new Segment(5, 5, null, null, null),
        ];
        yield 'no rest at all, and less' => [fn() => new TurnRules(0), fn() => new TurnRules(-1)];
        yield 'an exception of no time' => [fn() => Override::taking(5, 6, 'ana'), fn() => Override::taking(5, 5, 'ana')];
        yield 'a swap with oneself' => [fn() => Override::swapping(5, 6, ['ana', 'bo']), fn() => Override::swapping(5, 6, ['ana', 'ana'])];
        yield 'a tier before the first' => [fn() => new IncidentConditions(1), fn() => new IncidentConditions(0)];
        yield 'a tier after the last' => [fn() => new IncidentConditions(4), fn() => new IncidentConditions(5)];
        yield 'no alerts as a condition' => [fn() => new IncidentConditions(alerts: 1), fn() => new IncidentConditions(alerts: 0)];
        yield 'no minutes as a condition' => [fn() => new IncidentConditions(minutes: 1), fn() => new IncidentConditions(minutes: 0)];
        foreach (['hold', 'settle', 'reopen', 'flapWithin', 'gather', 'reach', 'gatherLimit'] as $name) {
            yield "$name before now" => [fn() => new Settings(...[$name => 0]), fn() => new Settings(...[$name => -1])];
        }
        foreach (['expire', 'flapTimes'] as $name) {
            yield "$name of nothing" => [fn() => new Settings(...[$name => 1]), fn() => new Settings(...[$name => 0])];
        }
        yield 'a treatment that holds before now' => [
            fn() => new Treatment('k', 'p', 0, 0, 1, Level::Error), fn() => new Treatment('k', 'p', -1, 0, 1, Level::Error),
        ];
        yield 'a treatment that settles before now' => [
            fn() => new Treatment('k', 'p', 0, 0, 1, Level::Error), fn() => new Treatment('k', 'p', 0, -1, 1, Level::Error),
        ];
        yield 'a treatment that expires at once' => [
            fn() => new Treatment('k', 'p', 0, 0, 1, Level::Error), fn() => new Treatment('k', 'p', 0, 0, 0, Level::Error),
        ];
        yield 'a rule that holds before now' => [fn() => new Rule([], [], hold: 0), fn() => new Rule([], [], hold: -1)];
        yield 'a rule that settles before now' => [fn() => new Rule([], [], settle: 0), fn() => new Rule([], [], settle: -1)];
        yield 'a rule that expires at once' => [fn() => new Rule([], [], expire: 1), fn() => new Rule([], [], expire: 0)];
        $signal = static fn(string $source, ?string $item, string $check): ReplaySignal => new ReplaySignal(
            0, $source, $item, $check, Condition::Firing, Level::Error, [],
        );
        yield 'a signal from nowhere' => [fn() => $signal('a', null, 'c'), fn() => $signal('', null, 'c')];
        yield 'a signal of no check' => [fn() => $signal('a', null, 'c'), fn() => $signal('a', null, '')];
        yield 'a signal on an item without a name' => [fn() => $signal('a', 'i', 'c'), fn() => $signal('a', '', 'c')];
        yield 'fewer than no flips' => [fn() => new NoisyCheck(1, 0, 0, 1, 1), fn() => new NoisyCheck(1, -1, 0, 1, 1)];
        yield 'more brief alerts than there were' => [fn() => new NoisyCheck(1, 0, 0, 1, 1), fn() => new NoisyCheck(1, 0, 0, 2, 1)];
        yield 'more alerts for nothing than there were' => [fn() => new NoisyCheck(1, 0, 0, 1, 1), fn() => new NoisyCheck(1, 0, 0, 1, 2)];
        yield 'nearer than the thing itself' => [
            fn() => new Affected('a', State::Down, 0, null), fn() => new Affected('a', State::Down, -1, null),
        ];
        yield 'a span that is none' => [fn() => Availability::of([], 5, 6), fn() => Availability::of([], 5, 5)];
        yield 'a cause that is up' => [
            fn() => new Candidate('a', State::Down, 1, [], [], []), fn() => new Candidate('a', State::Up, 1, [], [], []),
        ];
        yield 'a cause without a name' => [
            fn() => new Candidate('a', State::Down, 1, [], [], []), fn() => new Candidate('', State::Down, 1, [], [], []),
        ];
        yield 'a service before the first tier' => [
            fn() => new HitService('a', 'A', 1, State::Down), fn() => new HitService('a', 'A', 0, State::Down),
        ];
        yield 'a service without an id' => [
            fn() => new HitService('a', 'A', 1, State::Down), fn() => new HitService('', 'A', 1, State::Down),
        ];
        yield 'an attribute with a space' => [fn() => new Attribute('a_b', 'A'), fn() => new Attribute('a b', 'A')];
        yield 'an attribute that nobody can read' => [fn() => new Attribute('a', 'A'), fn() => new Attribute('a', '')];
        yield 'a choice of nothing' => [
            fn() => new Attribute('a', 'A', AttributeKind::Choice, ['x']), fn() => new Attribute('a', 'A', AttributeKind::Choice),
        ];
        yield 'a reminder of a text' => [
            fn() => new Attribute('a', 'A', AttributeKind::Date, remind: [3]), fn() => new Attribute('a', 'A', remind: [3]),
        ];
        yield 'a text that comes before a date' => [
            fn() => new Attribute('a', 'A', AttributeKind::Date, early: 'b'), fn() => new Attribute('a', 'A', early: 'b'),
        ];
        yield 'a relation without a name' => [
            fn() => new Relation('r', 'f', 'b', Strength::Hard), fn() => new Relation('', 'f', 'b', Strength::Hard),
        ];
        yield 'a condition on nothing' => [
            fn() => new FieldCondition('f', Comparison::cases()[0]), fn() => new FieldCondition('', Comparison::cases()[0]),
        ];
        yield 'a port before the first' => [
            fn() => new ConnectionRule('1', null, null, 1, 'r'), fn() => new ConnectionRule('1', null, null, 0, 'r'),
        ];
        yield 'a port after the last' => [
            fn() => new ObservedConnection('a', 'b', 65535, 0), fn() => new ObservedConnection('a', 'b', 65536, 0),
        ];
        yield 'a connection seen less than never' => [
            fn() => new ObservedConnection('a', 'b', null, 0), fn() => new ObservedConnection('a', 'b', null, -1),
        ];
        yield 'a rule that makes nothing' => [
            fn() => new ConnectionRule('1', null, null, 1, 'r'), fn() => new ConnectionRule('1', null, null, 1, ''),
        ];
        yield 'a link on no port' => [fn() => new SeenConnection('a', 'b', 1, 0, null), fn() => new SeenConnection('a', 'b', 0, 0, null)];
        yield 'a link seen less than never' => [
            fn() => new SeenConnection('a', 'b', 1, 0, null), fn() => new SeenConnection('a', 'b', 1, -1, null),
        ];
        yield 'a snapshot of nobody' => [fn() => new Snapshot('1', 's', 0, true, [], []), fn() => new Snapshot('1', '', 0, true, [], [])];
    }

    /**
     * @param  \Closure(): object  $can
     * @param  \Closure(): object  $cannot
     */
    #[DataProvider('values')]
    public function test_a_value_that_cannot_be_is_refused_where_it_is_made(\Closure $can, \Closure $cannot): void
    {
        self::assertIsObject($can());
        $this->expectException(\DomainException::class);
        $cannot();
    }

    /**
     * @template T
     *
     * @param  T  $one
     * @return non-empty-list<T> says that it has one, and has none: what types forbid can still come from outside
     */
    private static function none(mixed $one): array
    {
        $list = [$one];
        array_pop($list);

        /** @var non-empty-list<T> $list */
        return $list;
    }
}
