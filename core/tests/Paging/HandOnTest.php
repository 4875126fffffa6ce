<?php

declare(strict_types=1);

namespace Skarvo\Tests\Paging;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Skarvo\Paging\Handed;
use Skarvo\Paging\HandOn;
use Skarvo\Paging\Outcome;
use Skarvo\Paging\Policy;
use Skarvo\Paging\Step;

final class HandOnTest extends TestCase
{
    /**
     * @param  list<string>  $named
     * @param  list<string>  $team
     * @param  list<string>  $reachable
     */
    #[DataProvider('cases')]
    public function test_it_goes_to_the_first_who_can_be_reached(array $named, array $team, array $reachable, ?string $next): void
    {
        self::assertSame($next, HandOn::next('ada', $named, $team, $reachable));
    }

    /** @return iterable<string, array{list<string>, list<string>, list<string>, string|null}> */
    public static function cases(): iterable
    {
        yield 'whom the call names after them' => [['ada', 'bo', 'cy'], ['ada', 'di'], ['ada', 'bo', 'cy', 'di'], 'bo'];
        yield 'whom it names before them' => [['bo', 'ada'], [], ['ada', 'bo'], 'bo'];
        yield 'never themselves' => [['ada'], ['ada'], ['ada'], null];
        yield 'one without a way to be reached is passed over' => [['bo', 'cy'], [], ['cy'], 'cy'];
        yield 'then their team, in its order' => [['ada', 'bo'], ['ada', 'eli', 'di'], ['ada', 'di', 'eli'], 'eli'];
        yield 'nobody at all' => [[], [], [], null];
    }

    #[DataProvider('answered')]
    public function test_what_becomes_of_a_call_that_was_handed_on(Outcome $handed, Outcome $first, bool $isKept, Handed $becomes): void
    {
        self::assertSame($becomes, HandOn::settles($handed, $first, $isKept));
    }

    /** @return iterable<string, array{Outcome, Outcome, bool, Handed}> */
    public static function answered(): iterable
    {
        yield 'a yes' => [Outcome::Acknowledged, Outcome::Acknowledged, true, Handed::Taken];
        yield 'a yes after it was given back' => [Outcome::Acknowledged, Outcome::Waiting, false, Handed::Taken];
        yield 'a yes after nobody else answered, either' => [Outcome::Acknowledged, Outcome::Exhausted, false, Handed::Taken];
        yield 'a yes after somebody else took it' => [Outcome::Acknowledged, Outcome::Acknowledged, false, Handed::Stays];
        yield 'a yes after it was over' => [Outcome::Acknowledged, Outcome::Resolved, false, Handed::Stays];
        yield 'nobody answers' => [Outcome::Exhausted, Outcome::Acknowledged, true, Handed::GivenBack];
        yield 'nobody answers, and somebody else has it' => [Outcome::Exhausted, Outcome::Acknowledged, false, Handed::Stays];
        yield 'it rings' => [Outcome::Waiting, Outcome::Acknowledged, true, Handed::Stays];
        yield 'it is over' => [Outcome::Resolved, Outcome::Acknowledged, true, Handed::Stays];
    }

    public function test_one_person_is_called_once_for_as_long_as_their_contacts_take_and_one_to_whom_it_is_handed_once(): void
    {
        $person = Policy::person('bo', 0);
        $handed = Policy::handed('bo');

        self::assertSame([1, 300], [$person->rounds, $person->lengthOfRound()]);
        self::assertSame(1320, Policy::person('bo', 1200)->lengthOfRound());
        self::assertSame([1, 180], [$handed->rounds, $handed->lengthOfRound()]);
        self::assertSame(['rounds' => 1, 'steps' => [['targets' => ['person:bo'], 'wait_seconds' => 180]]], $handed->toArray());
        self::assertSame(
            [['rota:quay', 'person:bo']],
            array_column(
                (new Policy(
                    [new Step([\Skarvo\Paging\StepTarget::rota('quay'), \Skarvo\Paging\StepTarget::person('bo')], 60)], 2,
                ))->toArray()['steps'],
                'targets',
            ),
        );
    }
}
