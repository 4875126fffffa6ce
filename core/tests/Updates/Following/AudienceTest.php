<?php

declare(strict_types=1);

namespace Skarvo\Tests\Updates\Following;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Skarvo\Updates\Following\About;
use Skarvo\Updates\Following\Audience;
use Skarvo\Updates\Following\Channel;
use Skarvo\Updates\Following\Follower;
use Skarvo\Updates\Following\Interest;
use Skarvo\Updates\Following\Notice;
use Skarvo\Updates\Following\Reasons;

final class AudienceTest extends TestCase
{
    private const NAMES = ['Booking', 'Lanes', 'Boards', 'Payment'];

    private const PLACES = ['Havre', 'Skjell', 'Ask'];

    /** @return iterable<string, array{Interest, Notice, Reasons|null}> */
    public static function interests(): iterable
    {
        $lanes = new Notice(['Lanes' => 1, 'Boards' => 2], ['Havre'], true);
        $vague = new Notice([], [], false);
        yield 'anything' => [new Interest, $lanes, new Reasons(isAnything: true)];
        yield 'anything, of no service by name' => [new Interest, $vague, new Reasons(isAnything: true)];
        yield 'its service' => [new Interest(['Lanes']), $lanes, new Reasons(['Lanes'])];
        yield 'one of its services' => [new Interest(['Payment', 'Boards']), $lanes, new Reasons(['Boards'])];
        yield 'another service' => [new Interest(['Payment']), $lanes, null];
        yield 'a service, of none by name' => [new Interest(['Lanes']), $vague, null];
        yield 'its place' => [new Interest([], ['Havre', 'Ask']), $lanes, new Reasons(places: ['Havre'])];
        yield 'its place, in their words' => [
            new Interest([], ['The quay of havre', 'Askim']), $lanes, new Reasons(places: ['The quay of havre']),
        ];
        yield 'another place' => [new Interest([], ['Ask']), $lanes, null];
        yield 'a place, where it may be anywhere' => [new Interest([], ['Ask']), $vague, new Reasons];
        yield 'its tier' => [new Interest(tier: 1), $lanes, new Reasons(tier: 1)];
        yield 'a tier that is lower than asked for' => [new Interest(tier: 1), new Notice(['Boards' => 2], [], true), null];
        yield 'a tier, of no service by name' => [new Interest(tier: 4), $vague, null];
        yield 'the tier of a service that they do not follow' => [new Interest(['Boards'], tier: 1), $lanes, null];
        yield 'service, place and tier' => [new Interest(['Lanes'], ['Havre'], 1), $lanes, new Reasons(['Lanes'], ['Havre'], 1)];
        yield 'the service at another place' => [new Interest(['Lanes'], ['Ask']), $lanes, null];
        $over = new Notice(['Lanes' => 1], [], false, true, [7, 9]);
        $goesOn = new Notice(['Lanes' => 1], [], false, false, [7, 9]);
        yield 'one of the incidents that turned out to be one' => [new Interest(only: 9), $goesOn, new Reasons(isThis: true)];
        yield 'another incident' => [new Interest(only: 8), $goesOn, null];
        yield 'its end' => [new Interest(only: 7, onlyEnd: true), $over, new Reasons(isThis: true)];
        yield 'not the end that they wait for' => [new Interest(only: 7, onlyEnd: true), $goesOn, null];
        $planned = new Notice(['Lanes' => 1], [], false, about: About::Planned);
        $late = new Notice(['Lanes' => 1], [], false, about: About::All);
        foreach (
            [
                [About::All, true, true, true], [About::Incidents, true, false, true], [About::Planned, false, true, true],
            ] as [$about, $ofTrouble, $ofWork, $ofBoth]
        ) {
            foreach ([[$goesOn, $ofTrouble], [$planned, $ofWork], [$late, $ofBoth]] as [$notice, $isTheirs]) {
                yield "$about->value, of {$notice->about->value}" => [
                    new Interest(['Lanes'], about: $about), $notice, $isTheirs ? new Reasons(['Lanes']) : null,
                ];
            }
        }
        yield 'one incident, whatever else they choose' => [
            new Interest(only: 7, about: About::Planned), $goesOn, new Reasons(isThis: true),
        ];
        yield 'a service whose name is a number' => [new Interest(['7']), new Notice(['7' => 1], [], false), new Reasons(['7'])];
    }

    #[DataProvider('interests')]
    public function test_it_is_theirs_by_what_they_follow(Interest $interest, Notice $notice, ?Reasons $why): void
    {
        self::assertEquals($why, $interest->in($notice));
    }

    public function test_an_address_is_told_once_for_all_its_reasons(): void
    {
        $audience = Audience::of(new Notice(['Lanes' => 1], ['Havre'], true), [
            new Follower(7, Channel::Mail, 'Anna@Ferry.example', new Interest([], ['Havre'])),
            new Follower(3, Channel::Mail, ' anna@ferry.example', new Interest(['Lanes'])),
            new Follower(4, Channel::Text, '+47 900', new Interest(['Lanes'])),
            new Follower(5, Channel::Chat, '+47 900', new Interest(['Lanes'])),
            new Follower(6, Channel::Chat, '#OPS', new Interest(['Lanes'])),
            new Follower(8, Channel::Chat, '#ops', new Interest(['Lanes'])),
        ]);

        self::assertEquals([
            3 => new Reasons(['Lanes'], ['Havre']), 4 => new Reasons(['Lanes']), 5 => new Reasons(['Lanes']),
            6 => new Reasons(['Lanes']), 8 => new Reasons(['Lanes']),
        ], $audience);
    }

    public function test_whichever_of_two_with_one_address_comes_first_it_is_told_as_the_smaller(): void
    {
        $two = [new Follower(3, Channel::Mail, 'a@x.example', new Interest), new Follower(7, Channel::Mail, 'A@x.example', new Interest)];

        self::assertSame([3], array_keys(Audience::of(new Notice([], [], false), $two)));
        self::assertSame([3], array_keys(Audience::of(new Notice([], [], false), array_reverse($two))));
    }

    public function test_who_was_told_hears_the_end_whatever_they_follow_by_now_unless_they_left(): void
    {
        $other = new Interest(['Payment']);
        $audience = Audience::of(new Notice(['Lanes' => 1], [], true), [
            new Follower(1, Channel::Mail, 'a@x.example', $other), new Follower(2, Channel::Mail, 'b@x.example', $other, isActive: false),
            new Follower(3, Channel::Mail, 'c@x.example', $other), new Follower(4, Channel::Mail, 'd@x.example', $other),
            new Follower(5, Channel::Mail, 'e@x.example', $other), new Follower(6, Channel::Mail, 'e@x.example', new Interest),
        ], told: [1, 2, 5], added: [3, 5], removed: [6]);

        self::assertEquals([1 => new Reasons(wasTold: true), 3 => new Reasons(isAdded: true)], $audience);
    }

    public function test_nobody_twice_nobody_forgotten_nobody_who_was_removed(): void
    {
        mt_srand(16);
        $any = static fn(array $of): array => array_values(array_filter($of, static fn(): bool => mt_rand(0, 3) === 0));
        for ($round = 0; $round < 300; $round++) {
            $followers = [];
            for ($id = 1; $id <= mt_rand(0, 30); $id++) {
                $followers[$id] = new Follower(
                    $id, Channel::cases()[mt_rand(0, 3)], ['a@X.example', 'A@x.example', 'b@x.example', '+471', '+472'][mt_rand(0, 4)],
                    new Interest($any(self::NAMES), $any(self::PLACES), mt_rand(0, 2) === 0 ? mt_rand(1, 3) : null), mt_rand(0, 4) > 0,
                );
            }
            $notice = new Notice(
                array_map(static fn(): int => mt_rand(1, 4), array_flip($any(self::NAMES))), $any(self::PLACES), mt_rand(0, 1) === 1
            );
            [$told, $added, $removed] = array_map(static fn(): array => $any(array_keys($followers)), [1, 2, 3]);

            $audience = Audience::of($notice, $followers, $told, $added, $removed);

            $reached = array_map(static fn(int $id): string => $followers[$id]->reach(), array_keys($audience));
            self::assertSame(array_unique($reached), $reached, 'nobody twice');
            $silent = array_map(static fn(int $id): string => $followers[$id]->reach(), $removed);
            self::assertSame([], array_intersect($reached, $silent), 'nobody who was removed');
            foreach ($followers as $one) {
                $should = $one->isActive && ! in_array($one->reach(), $silent, true)
                    && (in_array($one->id, $told, true) || in_array($one->id, $added, true) || self::slowly($one->interest, $notice));
                self::assertTrue(! $should || in_array($one->reach(), $reached, true), 'nobody forgotten');
            }
            foreach (array_keys($audience) as $id) {
                $reached = array_filter($followers, static fn(Follower $one): bool => $one->reach() === $followers[$id]->reach()
                    && $one->isActive && (
                        in_array($one->id, [...$told, ...$added], true) || self::slowly($one->interest, $notice)
                    ));
                self::assertNotSame([], $reached, 'and nobody else');
            }
        }
    }

    /** The same, as one would say it. */
    private static function slowly(Interest $interest, Notice $notice): bool
    {
        $fits = [];
        foreach ($notice->tiers as $name => $tier) {
            $fits[] = (in_array($name, $interest->services, true) || count($interest->services) === 0) && ($interest->tier ?? 99) >= $tier;
        }
        $isService = in_array(true, $fits, true) || (count($interest->services) === 0 && $interest->tier === null);
        $isPlace = count($interest->places) === 0 || count($notice->places) === 0;
        foreach ($interest->places as $place) {
            $isPlace = $isPlace || in_array($place, $notice->places, true);
        }

        return $isService && $isPlace;
    }

    /** @return iterable<string, array{\Closure(): mixed}> */
    public static function nonsense(): iterable
    {
        yield 'a service without a name' => [static fn() => new Interest([' '])];
        yield 'a place without a name' => [static fn() => new Interest([], [''])];
        yield 'a tier of none' => [static fn() => new Interest(tier: 0)];
        yield 'an incident, and a service' => [static fn() => new Interest(['Lanes'], only: 7)];
        yield 'the end of nothing' => [static fn() => new Interest(onlyEnd: true)];
        yield 'a notice of tier 0' => [static fn() => new Notice(['Lanes' => 0], [], false)];
        yield 'a notice of nothing' => [static fn() => new Notice(['' => 1], [], false)];
        yield 'a notice of nowhere' => [static fn() => new Notice([], [' '], false)];
        yield 'a follower at no address' => [static fn() => new Follower(1, Channel::Mail, ' ', new Interest)];
    }

    #[DataProvider('nonsense')]
    public function test_what_cannot_be_is_refused(\Closure $make): void
    {
        $this->expectException(\DomainException::class);
        $make();
    }
}
