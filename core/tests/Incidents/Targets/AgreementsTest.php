<?php

declare(strict_types=1);

namespace Skarvo\Tests\Incidents\Targets;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Skarvo\Incidents\Targets\Agreement;
use Skarvo\Incidents\Targets\Agreements;
use Skarvo\Incidents\Targets\AgreementsDocument;
use Skarvo\Incidents\Targets\PromisedOf;
use Skarvo\Incidents\Targets\Target;
use Skarvo\Json\BadInput;
use Skarvo\Json\Document;
use Skarvo\Json\ErrorCode;

/** Which agreement holds for what. */
final class AgreementsTest extends TestCase
{
    public function test_the_one_for_the_service_holds_whole_else_the_one_for_any(): void
    {
        $any = new Agreement(
            [PromisedOf::Report, PromisedOf::Request], null, [new Target('respond', 1, 600), new Target('restore', 1, 7200)]
        );
        $lanes = new Agreement([PromisedOf::Report], 'lanes', [new Target('respond', 1, 60)]);
        $all = new Agreements([$any, $lanes]);

        self::assertSame($lanes->targets, $all->of(PromisedOf::Report, 'lanes'));
        self::assertSame($any->targets, $all->of(PromisedOf::Request, 'lanes'), 'Of requests nothing of its own is agreed.');
        self::assertSame($any->targets, $all->of(PromisedOf::Report, null));
        self::assertSame([], $all->of(PromisedOf::Incident, 'lanes'));
        self::assertSame(7200, $any->target('restore', 1)?->withinSeconds);
        self::assertNull($any->target('restore', 2));
        self::assertNull($lanes->target('restore', 1));
    }

    public function test_it_finds_what_looking_through_all_finds(): void
    {
        $dice = new Randomizer(new Mt19937(7));
        $own = $any = $none = 0;
        for ($i = 0; $i < 300; $i++) {
            $list = $seen = [];
            for ($n = $dice->getInt(0, 6); $n > 0; $n--) {
                $service = [null, 'a', 'b'][$dice->getInt(0, 2)];
                $kinds = array_values(array_filter(
                    PromisedOf::cases(),
                    static fn(PromisedOf $kind): bool => $dice->getInt(0, 1) === 1 && ! isset($seen["$kind->value-$service"]),
                ));
                foreach ($kinds as $kind) {
                    $seen["$kind->value-$service"] = true;
                }
                if ($kinds !== []) {
                    $list[] = new Agreement($kinds, $service, [new Target("t$n", 1, 60)]);
                }
            }
            $all = new Agreements($list);
            foreach (PromisedOf::cases() as $kind) {
                foreach ([null, 'a', 'b', 'c'] as $service) {
                    $slow = array_values(
                        array_filter(
                            $list, static fn(Agreement $one): bool => in_array($kind, $one->kinds, true) && $one->service === $service
                        )
                    );
                    $loose = array_values(
                        array_filter($list, static fn(Agreement $one): bool => in_array($kind, $one->kinds, true) && $one->service === null)
                    );
                    self::assertSame(($slow[0] ?? $loose[0] ?? null)->targets ?? [], $all->of($kind, $service));
                    $slow !== [] ? $own++ : ($loose !== [] ? $any++ : $none++);
                }
            }
        }
        self::assertGreaterThan(100, min($own, $any, $none));
    }

    public function test_nobody_agrees_on_nothing_or_twice(): void
    {
        $refused = static function (\Closure $what): bool {
            try {
                $what();
            } catch (\DomainException) {
                return true;
            }

            return false;
        };
        $of = static fn(string $kinds, ?string $service): Agreement => new Agreement(
            array_map(PromisedOf::from(...), preg_split('/ /', $kinds, -1, PREG_SPLIT_NO_EMPTY) ?: []), $service, [],
        );
        self::assertTrue($refused(static fn() => $of('', null)));
        self::assertTrue(
            $refused(static fn() => new Agreement([PromisedOf::Task], null, [new Target('a', 1, 60), new Target('a', 1, 90)]))
        );
        self::assertTrue($refused(static fn() => new Agreements([$of('task', 'x'), $of('report task', 'x')])));
        self::assertFalse($refused(static fn() => new Agreements([$of('task', 'x'), $of('task', null)])));
    }

    public function test_they_are_read_with_their_hours(): void
    {
        $read = self::read([
            [
                'kinds' => ['report', 'request'],
                'targets' => [['name' => 'respond', 'priority' => 1, 'within' => 'PT10M', 'hours' => 'desk']],
            ],
            [
                'kinds' => ['incident'], 'service' => 'lanes',
                'targets' => [['name' => 'restore', 'priority' => 2, 'within' => 'PT1H', 'pauses' => false]],
            ],
        ]);
        [$respond] = $read->of(PromisedOf::Request, 'booking');
        self::assertSame(['respond', 600, true], [$respond->name, $respond->withinSeconds, $respond->pauses]);
        self::assertNotNull($respond->hours);
        [$restore] = $read->of(PromisedOf::Incident, 'lanes');
        self::assertSame([3600, false, null], [$restore->withinSeconds, $restore->pauses, $restore->hours]);
        self::assertSame([], $read->of(PromisedOf::Incident, 'booking'));
    }

    /** @return iterable<string, array{list<array<string, mixed>>, ErrorCode, string}> */
    public static function bad(): iterable
    {
        $row = static fn(array $kinds, ?string $service = null): array => [
            'kinds' => $kinds, 'targets' => [], ...($service === null ? [] : ['service' => $service]),
        ];
        yield 'nothing that it is about' => [[$row([])], ErrorCode::OutOfRange, '/agreements/0/kinds'];
        yield 'what is not known' => [[$row(['report', 'problem'])], ErrorCode::OutOfRange, '/agreements/0/kinds/1'];
        yield 'twice for any service' => [[$row(['task']), $row(['report', 'task'])], ErrorCode::DuplicateId, '/agreements/1/kinds/1'];
        yield 'twice in one' => [[$row(['task', 'task'], 'x')], ErrorCode::DuplicateId, '/agreements/0/kinds/1'];
        yield 'a service that is no id' => [[$row(['task'], 'a b')], ErrorCode::OutOfRange, '/agreements/0/service'];
        yield 'hours that nobody keeps' => [
            [['kinds' => ['task'], 'targets' => [['name' => 'a', 'priority' => 1, 'within' => 'PT1H', 'hours' => 'night']]]],
            ErrorCode::UnknownId, '/agreements/0/targets/0/hours',
        ];
    }

    /** @param  list<array<string, mixed>>  $agreements */
    #[DataProvider('bad')]
    public function test_what_is_wrong_is_named_with_its_place(array $agreements, ErrorCode $code, string $at): void
    {
        try {
            self::read($agreements);
            self::fail('It was taken.');
        } catch (BadInput $e) {
            self::assertSame([$code, $at], [$e->error, $e->at]);
        }
    }

    /** @param  list<array<string, mixed>>  $agreements */
    private static function read(array $agreements): Agreements
    {
        return AgreementsDocument::read(Document::parse(json_encode([
            'time_zone' => 'Europe/Oslo', 'agreements' => $agreements,
            'hours' => ['desk' => ['weekly' => [['days' => ['mon'], 'from' => '08:00', 'to' => '16:00']]]],
        ], JSON_THROW_ON_ERROR)));
    }
}
