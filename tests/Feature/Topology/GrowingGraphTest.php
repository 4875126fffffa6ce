<?php

declare(strict_types=1);

namespace Tests\Feature\Topology;

use App\Topology\Estate;
use App\Topology\Reach;
use App\Topology\Record\Needs;
use App\Topology\Record\RecordItems;
use Illuminate\Support\Facades\DB;
use PHPUnit\Framework\Attributes\DataProvider;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Skarvo\Topology\Record\Need;
use Skarvo\Topology\State;
use Skarvo\Topology\Strength;
use Tests\TestCase;

/** What is read of the estate for a question gives the answer that all of it would give. */
final class GrowingGraphTest extends TestCase
{
    /** @return iterable<string, array{int}> */
    public static function seeds(): iterable
    {
        for ($seed = 1; $seed <= 12; $seed++) {
            yield "seed $seed" => [$seed];
        }
    }

    #[DataProvider('seeds')]
    public function test_the_part_that_is_read_answers_as_the_whole_does(int $seed): void
    {
        $random = new Randomizer(new Mt19937($seed));
        $ids = self::putRandomEstate($random);
        $whole = Estate::whole();
        $grown = Estate::open();
        for ($n = 0; $n < 25; $n++) {
            $some = array_map(static fn(int $key): string => $ids[$key], $random->pickArrayKeys($ids, $random->getInt(1, 3)));
            $observed = array_map(static fn(): State => State::ofRank($random->getInt(0, 3)), array_flip($some));
            $symptoms = array_map(static fn(string $id): array => [$id, State::Down, 1_772_435_640 + $random->getInt(0, 90)], $some);
            foreach ([
                'one that read nothing before' => Estate::open(), 'one that grows with each question' => $grown,
            ] as $which => $estate) {
                self::assertEquals($whole->trace($observed), $estate->trace($observed), $which);
                self::assertEquals($whole->candidates($symptoms, $ids), $estate->candidates($symptoms, $ids), $which);
                self::assertSame($whole->weakPoints($some[0]), $estate->weakPoints($some[0]), $which);
                self::assertEquals($whole->ground($some), $estate->ground($some), $which);
                self::assertSame(self::sorted($whole->standingOn($some)), self::sorted($estate->standingOn($some)), $which);
                self::assertSame(self::distances($whole->underneath($some)), self::distances($estate->underneath($some)), $which);
                self::assertSame($whole->needsOf($some), $estate->needsOf($some), $which);
                self::assertSame($whole->needsFor($some), $estate->needsFor($some), $which);
                self::assertSame($whole->item($some[0]), $estate->item($some[0]), $which);
            }
        }
    }

    public function test_of_a_large_estate_only_what_stands_on_the_item_is_read(): void
    {
        $put = [];
        foreach (range(0, 199) as $n) {
            DB::table('items')->insert(RecordItems::row("far-$n", ['name' => "Far $n", 'kind' => 'host']));
            $put["far-$n"] = $n === 0 ? [] : [new Need(['far-'.($n - 1)], 1, Strength::Hard, null)];
        }
        Needs::put($put);
        $read = 0;
        DB::listen(static function () use (&$read): void {
            $read++;
        });
        $hit = Estate::open()->trace(['far-195' => State::Down])->affected;

        self::assertCount(5, $hit);
        self::assertLessThan(15, $read);
    }

    public function test_a_picture_holds_what_is_near_and_the_services_that_are_hit(): void
    {
        DB::table('items')->insert(array_map(
            static fn(int $n): array => RecordItems::row("row-$n", ['name' => "Row $n", 'kind' => 'host']), range(0, 949),
        ));
        DB::table('items')->insert(RecordItems::row('far-off', ['name' => 'Far off', 'kind' => 'service', 'tier' => '1']));
        Needs::put([
            ...array_combine(
                array_map(static fn(int $n): string => "row-$n", range(1, 949)),
                array_map(static fn(int $n): array => [new Need(['row-'.($n - 1)], 1, Strength::Hard, null)], range(1, 949)),
            ),
            'far-off' => [new Need(['row-949'], 1, Strength::Hard, null)],
        ]);
        $estate = Estate::open();
        $reach = (new Reach($estate, $estate->trace(['row-0' => State::Down])))->toArray();

        self::assertSame([800, 151], [count($reach['nodes']), $reach['beyond']]);
        self::assertSame(951, $reach['counts']['down']);
        self::assertContains('row-798', array_column($reach['nodes'], 'id'));
        self::assertNotContains('row-799', array_column($reach['nodes'], 'id'));
        // A line stands for the way to the service, from the last of it that is shown.
        self::assertContains(['from' => 'far-off', 'to' => 'row-798', 'soft' => true, 'group' => null], $reach['edges']);
    }

    public function test_what_is_not_in_the_estate_is_passed_over(): void
    {
        $estate = Estate::open();

        self::assertSame([], $estate->trace(['no-such' => State::Down])->affected);
        self::assertSame(
            [[], [], [], []],
            [
                $estate->needsOf(['no-such']), $estate->needsFor(['no-such']), $estate->weakPoints('no-such'),
                $estate->standingOn(['no-such']),
            ],
        );
        self::assertNull($estate->item('no-such'));
        self::assertSame('no-such', $estate->name('no-such'));
    }

    /** @return non-empty-list<string> ids of items with needs among each other, loops and groups included; some look like numbers */
    private static function putRandomEstate(Randomizer $random): array
    {
        $ids = array_map(static fn(int $n): string => $n % 3 === 0 ? "7$n" : "r-$n", range(0, 39));
        $needs = [];
        foreach ($ids as $n => $id) {
            DB::table('items')->insert(RecordItems::row(
                $id,
                [
                    'name' => "Item $n", 'kind' => $n % 9 === 0 ? 'service' : 'host',
                    ...$n % 9 === 0 ? ['tier' => (string) $random->getInt(1, 4)] : [],
                ],
            ));
        }
        foreach ($ids as $id) {
            for ($many = $random->getInt(0, 2); $many > 0; $many--) {
                $others = array_values(array_diff($ids, [$id]));
                $members = array_map(
                    static fn(int $key): string => $others[$key],
                    $random->pickArrayKeys($others ?: throw new \LogicException, $random->getInt(1, 3)),
                );
                $needs[$id][] = new Need(
                    array_values($members), $random->getInt(1, count($members)),
                    $random->getInt(0, 3) === 0 ? Strength::Soft : Strength::Hard, null,
                );
            }
        }
        Needs::put(array_map(
            static fn(array $of): array => array_values(array_column(
                array_map(static fn(Need $need): array => [implode(' ', $need->members), $need], $of), 1, 0,
            )),
            $needs,
        ));

        return $ids;
    }

    /**
     * @param  list<string>  $ids
     * @return list<string>
     */
    private static function sorted(array $ids): array
    {
        sort($ids, SORT_STRING);

        return $ids;
    }

    /**
     * @param  array<array-key, array{distance: int, above: string|null}>  $found
     * @return array<array-key, int>
     */
    private static function distances(array $found): array
    {
        ksort($found, SORT_STRING);

        return array_map(static fn(array $place): int => $place['distance'], $found);
    }
}
