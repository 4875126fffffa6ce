<?php

declare(strict_types=1);

namespace Skarvo\Tests\Paging;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Skarvo\Paging\Call;
use Skarvo\Paging\CallCourse;
use Skarvo\Paging\Contact;
use Skarvo\Paging\Duty;
use Skarvo\Paging\Escalation;
use Skarvo\Paging\Happening;
use Skarvo\Paging\HappeningKind;
use Skarvo\Paging\Outcome;
use Skarvo\Paging\Page;
use Skarvo\Paging\Policy;
use Skarvo\Paging\Step;
use Skarvo\Paging\StepStart;
use Skarvo\Paging\StepTarget;

final class EscalationTest extends TestCase
{
    private const START = 1_772_435_640;

    /** @return iterable<string, array{int}> */
    public static function seeds(): iterable
    {
        for ($seed = 1; $seed <= 120; $seed++) {
            yield "seed $seed" => [$seed];
        }
    }

    /** What was sent by any moment is the beginning of what is sent by a later one: so a restart only adds. */
    #[DataProvider('seeds')]
    public function test_a_later_look_only_adds_pages(int $seed): void
    {
        $call = self::random($seed);
        $all = Escalation::follow($call, self::START + 7200)->pages;
        foreach ([0, 59, 60, 61, 300, 900, 1800, 3600] as $seconds) {
            $until = self::START + $seconds;
            $then = Escalation::follow(
                new Call(
                    $call->startedAt, $call->policy, $call->contacts, $call->rotas,
                    array_values(array_filter($call->happenings, static fn(Happening $h): bool => $h->at <= $until)),
                ),
                $until,
            );
            self::assertEquals(array_values(array_filter($all, static fn(Page $p): bool => $p->at <= $until)), $then->pages);
        }
    }

    /** Looking only at the moments that a look names as next due, a process misses nothing and is never early. */
    #[DataProvider('seeds')]
    public function test_waking_when_something_is_due_finds_everything(int $seed): void
    {
        $call = self::random($seed, withHappenings: false);
        $end = self::START + 7200;
        $seen = [];
        for ($now = self::START; $now !== null && $now <= $end; $now = $course->nextDue) {
            $course = Escalation::follow($call, $now);
            foreach (array_slice($course->pages, count($seen)) as $page) {
                self::assertSame($now, $page->at);
                $seen[] = $page;
            }
            self::assertGreaterThan($now, $course->nextDue ?? PHP_INT_MAX);
        }
        self::assertEquals(Escalation::follow($call, $end)->pages, $seen);
    }

    #[DataProvider('seeds')]
    public function test_nobody_is_paged_while_somebody_holds_it(int $seed): void
    {
        $call = self::random($seed, withHappenings: false);
        $taken = new Happening(self::START + 90, HappeningKind::Acknowledged, 'ana');
        $course = Escalation::follow(
            new Call($call->startedAt, $call->policy, $call->contacts, $call->rotas, [$taken]), self::START + 7200,
        );

        self::assertSame([Outcome::Acknowledged, self::START + 90, 'ana'], [$course->outcome, $course->at, $course->by]);
        self::assertSame([], array_filter($course->pages, static fn(Page $p): bool => $p->at >= self::START + 90));
    }

    /**
     * @return iterable<string, array{list<array{int, HappeningKind, string}>, int, Outcome, bool}> what happens to a call of two steps, by
     *      when, how it stands, whether nobody is left
     */
    public static function declines(): iterable
    {
        $no = HappeningKind::Declined;
        yield 'nobody has said anything' => [[], 30, Outcome::Waiting, false];
        yield 'the first has declined: the second is called' => [[[10, $no, 'ana']], 30, Outcome::Waiting, false];
        yield 'both have declined, in the first of two rounds' => [[[10, $no, 'ana'], [20, $no, 'bo']], 30, Outcome::Waiting, true];
        yield 'the second round asks again' => [[[10, $no, 'ana'], [20, $no, 'bo']], 700, Outcome::Waiting, false];
        yield 'one has, and one has not answered' => [[[10, $no, 'ana']], 200, Outcome::Waiting, false];
        yield 'somebody came all the same' => [
            [[10, $no, 'ana'], [20, $no, 'bo'], [25, HappeningKind::Acknowledged, 'ana']], 30, Outcome::Acknowledged, false,
        ];
        yield 'one declined, and all that was sent to the other came back' => [
            [[10, $no, 'ana'], [20, HappeningKind::Failed, 'bo']], 30, Outcome::Waiting, true,
        ];
    }

    /** @param  list<array{int, HappeningKind, string}>  $happenings */
    #[DataProvider('declines')]
    public function test_it_says_when_nobody_is_left_who_may_answer(
        array $happenings, int $seconds, Outcome $outcome, bool $nobodyLeft,
    ): void {
        $policy = new Policy([new Step([StepTarget::person('ana')], 300), new Step([StepTarget::person('bo')], 300)], 2);
        $contacts = ['ana' => [new Contact('push', 0)], 'bo' => [new Contact('push', 0)]];
        $course = Escalation::follow(
            new Call(
                self::START, $policy, $contacts, [],
                array_map(
                    static fn(array $h): Happening => new Happening(
                        self::START + $h[0], $h[1], $h[2], $h[1] === HappeningKind::Failed ? 'push' : '',
                    ),
                    $happenings,
                ),
            ),
            self::START + $seconds,
        );

        self::assertSame([$outcome, $nobodyLeft], [$course->outcome, $course->nobodyLeft]);
    }

    public function test_a_call_to_somebody_by_name_ends_with_their_no_also_after_a_yes(): void
    {
        $follow = static fn(array $happenings, int $seconds): CallCourse => Escalation::follow(
            new Call(
                self::START, Policy::person('ana', 0), ['ana' => [new Contact('push', 0)]], [],
                array_values(array_map(static fn(array $h): Happening => new Happening(self::START + $h[0], $h[1], 'ana'), $happenings)),
            ),
            self::START + $seconds,
        );

        self::assertSame([Outcome::Waiting, Outcome::Exhausted], [$follow([], 299)->outcome, $follow([], 300)->outcome]);
        self::assertSame(Outcome::Exhausted, $follow([[10, HappeningKind::Declined]], 10)->outcome);
        $back = $follow([[10, HappeningKind::Acknowledged], [400, HappeningKind::Declined]], 4000);
        self::assertSame([Outcome::Exhausted, 1], [$back->outcome, count($back->pages)]);
    }

    /** Second by second, whatever happens: the same steps, pages and outcome at the same times. */
    public function test_it_is_what_a_walk_by_the_second_finds(): void
    {
        $outcomes = [];
        for ($seed = 1; $seed <= 2000; $seed++) {
            $call = self::random($seed, withHappenings: $seed % 4 !== 0);
            $until = self::START + [600, 1500, 3600][$seed % 3];
            $course = Escalation::follow($call, $until);
            $slow = SlowEscalation::follow($call, $until);
            $pages = array_map(
                static fn(Page $p): string => 'page '.($p->at - self::START)." $p->person $p->channel $p->round.$p->step",
                $course->pages,
            );
            $steps = array_map(
                static fn(StepStart $s): string => 'step '.($s->at - self::START)." $s->round.$s->step ".implode(' ', $s->people),
                $course->steps,
            );
            self::assertSame(
                array_values(array_filter($slow->told, static fn(string $told): bool => str_starts_with($told, 'page'))), $pages,
                "seed $seed",
            );
            self::assertSame(
                array_values(array_filter($slow->told, static fn(string $told): bool => str_starts_with($told, 'step'))), $steps,
                "seed $seed",
            );
            self::assertSame($slow->outcome(), $course->outcome, "seed $seed");
            self::assertSame(match ($slow->outcome()) {
                Outcome::Resolved => $slow->resolvedAt,
                Outcome::Acknowledged => $slow->heldSince,
                Outcome::Exhausted => $slow->exhaustedAt,
                Outcome::Waiting => null,
            }, $course->at, "seed $seed");
            $outcomes[$course->outcome->value] = ($outcomes[$course->outcome->value] ?? 0) + 1;
        }
        // The cases are worth something only if all outcomes are among them.
        self::assertGreaterThan(30, min(array_map(static fn(Outcome $one): int => $outcomes[$one->value] ?? 0, Outcome::cases())));
    }

    public function test_the_next_step_is_called_when_nobody_answers_and_then_the_next_round(): void
    {
        $course = self::follow([], 1900);

        self::assertSame(
            ['0 ana push 1.1', '60 ana voice 1.1', '300 bo push 1.2', '900 ana push 2.1', '960 ana voice 2.1', '1200 bo push 2.2'],
            self::told($course),
        );
        self::assertSame([Outcome::Exhausted, self::START + 1800], [$course->outcome, $course->at]);
    }

    public function test_a_decline_calls_the_next_at_once(): void
    {
        $course = self::follow([new Happening(self::START + 20, HappeningKind::Declined, 'ana')], 100);

        self::assertSame(['0 ana push 1.1', '20 bo push 1.2'], self::told($course));
        self::assertSame(self::START + 620, $course->stepEndsAt);
    }

    public function test_a_delivery_that_comes_back_sends_the_next_contact_at_once(): void
    {
        $course = self::follow([new Happening(self::START + 5, HappeningKind::Failed, 'ana', 'push')], 200);

        self::assertSame(['0 ana push 1.1', '5 ana voice 1.1'], self::told($course));
    }

    public function test_handing_it_back_goes_on_with_the_others(): void
    {
        $course = self::follow([
            new Happening(self::START + 10, HappeningKind::Acknowledged, 'ana'),
            new Happening(self::START + 400, HappeningKind::Released, 'ana'),
        ], 500);

        self::assertSame(['0 ana push 1.1', '400 bo push 1.2'], self::told($course));
        self::assertSame(Outcome::Waiting, $course->outcome);
    }

    /** @param  list<Happening>  $happenings */
    private static function follow(array $happenings, int $seconds): CallCourse
    {
        $policy = new Policy([new Step([StepTarget::rota('quay')], 300), new Step([StepTarget::person('bo')], 600)], 2);
        $contacts = ['ana' => [new Contact('push', 0), new Contact('voice', 60)], 'bo' => [new Contact('push', 0)]];

        return Escalation::follow(
            new Call(self::START, $policy, $contacts, ['quay' => [new Duty(self::START - 10, self::START + 90_000, 'ana')]], $happenings),
            self::START + $seconds,
        );
    }

    /** @return list<string> */
    private static function told(CallCourse $course): array
    {
        return array_map(static fn(Page $p): string => ($p->at - self::START)." $p->person $p->channel $p->round.$p->step", $course->pages);
    }

    private static function random(int $seed, bool $withHappenings = true): Call
    {
        $random = new Randomizer(new Mt19937($seed));
        $people = ['ana', 'bo', 'cy', 'dee'];
        $pick = static fn(array $from): mixed => $from[$random->getInt(0, count($from) - 1)];
        $contacts = $rotas = $steps = $happenings = [];
        foreach ($people as $person) {
            $after = 0;
            // Now and then somebody cannot be reached at all.
            $contacts[$person] = $random->getInt(0, 9) === 0 ? [] : array_map(static function () use ($random, $pick, &$after): Contact {
                return new Contact($pick(['push', 'text', 'voice']), $after += $random->getInt(0, 2) * 60);
            }, range(1, $random->getInt(1, 3)));
        }
        foreach (['quay', 'net'] as $rota) {
            $at = self::START - 600;
            $rotas[$rota] = [];
            for ($n = $random->getInt(0, 3); $n > 0; $n--) {
                $at += $random->getInt(0, 10) * 60;
                $rotas[$rota][] = new Duty($at, $at += $random->getInt(1, 20) * 60, $pick($people));
            }
        }
        for ($n = $random->getInt(1, 3); $n > 0; $n--) {
            $steps[] = new Step(
                array_map(
                    static fn(): StepTarget => $random->getInt(0, 1)
                        ? StepTarget::person($pick($people))
                        : StepTarget::rota($pick(['quay', 'net'])),
                    range(1, $random->getInt(1, 2)),
                ),
                $random->getInt(1, 10) * 60,
            );
        }
        for ($n = $withHappenings ? $random->getInt(0, 5) : 0, $at = self::START; $n > 0; $n--) {
            $at += $random->getInt(0, 8) * 45;
            $kind = $random->getInt(0, 11) === 0
                ? HappeningKind::Resolved
                : $pick([
                    HappeningKind::Acknowledged, HappeningKind::Declined, HappeningKind::Declined, HappeningKind::Released,
                    HappeningKind::Failed, HappeningKind::Failed,
                ]);
            $happenings[] = new Happening(
                $at, $kind, $kind === HappeningKind::Resolved ? '' : $pick($people),
                $kind === HappeningKind::Failed ? $pick(['push', 'text', 'voice']) : '',
            );
        }

        return new Call(
            self::START, new Policy($steps ?: throw new \LogicException, $random->getInt(1, 3)), $contacts, $rotas, $happenings,
        );
    }
}
