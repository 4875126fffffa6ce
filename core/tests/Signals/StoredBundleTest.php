<?php

declare(strict_types=1);

namespace Skarvo\Tests\Signals;

use PHPUnit\Framework\TestCase;
use Skarvo\Signals\Condition;
use Skarvo\Signals\Level;
use Skarvo\Signals\Live\Bundle;
use Skarvo\Signals\Live\StoredBundle;
use Skarvo\Signals\Replay\QuietTimes;
use Skarvo\Signals\Replay\ReplaySignal;
use Skarvo\Signals\Replay\Settings;

/** What is put away is taken up again, also by what an older version put away. */
final class StoredBundleTest extends TestCase
{
    /** As version 1 put a bundle away: rows without names. */
    private const OLD = '[{"present":1000,"threads":[["clk-2","s\nclk-2\nstate","",null,false,0,900,null,[900],0],["clk-3","s\nclk-3\nstate","","s/state",true,990,990,null,[990],300]],'
        .'"keys":[["s/state",990,10,20,2,"error",7,[995,8],true,990,0,995,3,[3,990,992,2,"error","0000000990 1",null,1,{"clk-3":"0000000990 1"},["x"],7,995,8],'
        .'[2,100,110,1,"warning","0000000100 1",200,0,{"clk-3":"0000000100 1"},["x"],1,150,2]]]}]';

    public function test_what_an_older_version_put_away_is_read(): void
    {
        $bundle = StoredBundle::read(self::OLD);
        self::assertSame([["s\nclk-2\nstate", "s\nclk-3\nstate"], ['s/state']], [$bundle->families(), $bundle->keys()]);
        $key = $bundle->states()[0]['keys'][0];
        self::assertSame(
            [990, 10, 20, 2, 'error', 7, [995, 8], true, 990, 0, 995, 3],
            [
                $key['began'], $key['hold'], $key['settle'], $key['count'], $key['level'], $key['first'], $key['latest'], $key['due'],
                $key['covered'], $key['clear'], $key['mentioned'], $key['opened'],
            ],
        );
        self::assertSame([3, 992, null], [$key['open']['number'] ?? null, $key['open']['opened'] ?? null, $key['open']['closed'] ?? null]);
        self::assertSame([2, 200, 150], [$key['over']['number'] ?? null, $key['over']['closed'] ?? null, $key['over']['last'] ?? null]);
        $again = StoredBundle::read(StoredBundle::write($bundle));
        self::assertSame($bundle->states(), $again->states());
        self::assertStringStartsWith('{"version":2,', StoredBundle::write($again));

        [$alerts] = $again->at(1000, new Settings, new QuietTimes([]));
        self::assertSame(['2 s/state', '3 s/state'], array_keys($alerts));
    }

    public function test_it_goes_on_as_if_it_had_not_been_put_away(): void
    {
        [$settings, $quiet] = [new Settings(hold: 20, reopen: 60), new QuietTimes([])];
        $bare = static fn(int $n): ReplaySignal => new ReplaySignal(
            1000 + $n * 30, 's', 'clk-'.($n % 3), 'state', $n % 7 === 6 ? Condition::Clear : Condition::Firing, Level::Error, [], $n,
        );
        $signals = array_map(static fn(int $n): ReplaySignal => new ReplaySignal(
            $bare($n)->at, 's', $bare($n)->item, 'state', $bare($n)->condition, Level::Error, [], $n, $settings->treat($bare($n)),
        ), range(1, 60));
        $shelf = new MemoryShelf;
        $kept = Bundle::start(900);
        $stored = Bundle::start(900);
        foreach ($signals as $signal) {
            $kept->take([$signal], $settings, $quiet, 900, $shelf);
            $stored = StoredBundle::read(StoredBundle::write($stored));
            $stored->take([$signal], $settings, $quiet, 900, $shelf);
            self::assertEquals($kept->states(), $stored->states());
        }
        self::assertNotEmpty($kept->at(3000, $settings, $quiet)[0]);
    }

    public function test_what_a_later_version_put_away_is_refused(): void
    {
        $this->expectException(\DomainException::class);
        StoredBundle::read('{"version":3,"states":[]}');
    }
}
