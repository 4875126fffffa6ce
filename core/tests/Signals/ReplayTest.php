<?php

declare(strict_types=1);

namespace Skarvo\Tests\Signals;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Skarvo\Json\BadInput;
use Skarvo\Json\Document;
use Skarvo\Signals\Level;
use Skarvo\Signals\Replay\ReplayDocument;
use Skarvo\Time\Instant;

/** @phpstan-import-type Sent from SlowReplay */
final class ReplayTest extends TestCase
{
    private const START = 1_772_435_640;

    private const LENGTH = 400;

    /** @return iterable<string, array{int}> */
    public static function lots(): iterable
    {
        for ($lot = 0; $lot < 20; $lot++) {
            yield "streams $lot" => [$lot];
        }
    }

    #[DataProvider('lots')]
    public function test_random_streams_become_what_the_slow_reading_makes_of_them(int $lot): void
    {
        for ($seed = $lot * 100 + 1; $seed <= $lot * 100 + 100; $seed++) {
            self::compare($seed);
        }
    }

    private static function compare(int $seed): void
    {
        $random = new Randomizer(new Mt19937($seed));
        $pick = static fn(array $from): mixed => $from[$random->getInt(0, count($from) - 1)];
        $settings = [
            'reopen' => $pick([0, 30, 120]), 'times' => $pick([null, 2, 3]), 'within' => $pick([20, 60]),
            'gather' => $pick([0, 30, 100]), 'limit' => $pick([null, 60, 200]), 'reach' => $pick([0, 1, 2]),
        ];
        $hold = $pick([0, 10, 25]);
        $settle = $pick([0, 15, 40]);
        $expire = $pick([null, 40, 90]);
        // The rules, and what they say about a signal, each in its own words.
        $rules = [
            ['match' => ['check' => 'a*'], 'set' => ['key' => 'all/{check}', 'hold' => 'PT5S']],
            ['match' => ['labels' => ['mount' => '*']], 'set' => ['part' => '{labels.mount}']],
            ['match' => ['level' => 'critical'], 'set' => ['settle' => 'PT3S', 'hold' => 'PT1S']],
        ];
        $used = array_values(array_filter($rules, static fn(): bool => $random->getInt(0, 1) === 1));
        $items = ['i1', 'i2', 'i3', 'i4'];
        $quiet = [];
        for ($n = $random->getInt(0, 3); $n > 0; $n--) {
            $from = self::START + $random->getInt(0, 200);
            $quiet[] = [$pick($items), $from, $from + $random->getInt(1, 120)];
        }
        $dependencies = [['i1', 'i2'], ['i2', 'i3']];
        $document = $sent = [];
        $times = array_map(static fn(): int => self::START + $random->getInt(0, self::LENGTH - 60), range(1, $random->getInt(5, 40)));
        sort($times);
        foreach ($times as $at) {
            $level = $random->getInt(1, 3);
            $mount = $pick([null, 'x', 'y']);
            $one = [
                'at' => $at, 'item' => $pick([...$items, null]), 'check' => $pick(['alpha', 'beta']),
                'firing' => $random->getInt(0, 2) > 0, 'level' => $level, 'mount' => $mount,
            ];
            $has = static fn(int $rule): bool => in_array($rules[$rule], $used, true);
            $byCheck = $has(0) && $one['check'] === 'alpha';
            $byLevel = $has(2) && $level === 3;
            $sent[] = [
                'at' => $at, 'item' => $one['item'], 'check' => $one['check'], 'firing' => $one['firing'], 'level' => $level,
                'key' => $byCheck ? 'all/alpha' : null, 'part' => $has(1) && $mount !== null ? $mount : '',
                'hold' => $byCheck ? 5 : ($byLevel ? 1 : $hold), 'settle' => $byLevel ? 3 : $settle, 'expire' => $expire,
            ];
            $document[] = array_filter([
                'at' => Instant::format($at), 'source' => 's', 'item' => $one['item'], 'check' => $one['check'],
                'condition' => $one['firing'] ? 'firing' : 'clear',
                'level' => Level::cases()[$level]->value, 'labels' => $mount === null ? null : ['mount' => $mount],
            ], static fn(mixed $value): bool => $value !== null);
        }
        $result = self::replay(array_filter([
            'settings' => array_filter([
                'hold' => "PT{$hold}S", 'settle' => "PT{$settle}S", 'reopen' => "PT{$settings['reopen']}S",
                'expire' => $expire === null ? null : "PT{$expire}S",
                'flap' => $settings['times'] === null ? null : ['times' => $settings['times'], 'within' => "PT{$settings['within']}S"],
                'gather' => "PT{$settings['gather']}S",
                'gather_limit' => $settings['limit'] === null ? null : "PT{$settings['limit']}S", 'reach' => $settings['reach'],
                'rules' => $used,
            ], static fn(mixed $value): bool => $value !== null),
            'quiet' => array_map(
                static fn(array $q): array => ['items' => [$q[0]], 'from' => Instant::format($q[1]), 'to' => Instant::format($q[2])],
                $quiet,
            ),
            'dependencies' => array_map(static fn(array $d): array => ['from' => $d[0], 'to' => $d[1]], $dependencies),
            'signals' => $document, 'until' => Instant::format(self::START + self::LENGTH),
        ]) + ['signals' => []]);
        $slow = new SlowReplay([...$settings, 'within' => $settings['within']], $quiet, $dependencies);

        self::assertSame($slow->run($sent, self::START, self::START + self::LENGTH), self::told($result), "seed $seed");
        self::assertSame([...$slow->totals], array_intersect_key($result['totals'], $slow->totals), "seed $seed");
    }

    public function test_the_order_of_the_list_does_not_matter_for_signals_of_different_instants(): void
    {
        $signals = array_map(
            static fn(int $n): array => [
                'at' => Instant::format(self::START + $n * 7), 'source' => 's', 'item' => 'i'.$n % 3, 'check' => 'c',
                'condition' => $n % 4 === 3 ? 'clear' : 'firing', 'level' => 'error',
            ],
            range(0, 40),
        );
        $document = [
            'settings' => ['hold' => 'PT10S', 'settle' => 'PT5S'], 'signals' => $signals,
            'until' => Instant::format(self::START + 400),
        ];
        $shuffled = (new Randomizer(new Mt19937(1)))->shuffleArray($signals);

        self::assertSame(self::replay($document), self::replay([...$document, 'signals' => $shuffled]));
    }

    /** @return iterable<string, array{array<string, mixed>, string}> */
    public static function badSettings(): iterable
    {
        yield 'an unknown brace' => [
            ['rules' => [['match' => ['check' => 'a'], 'set' => ['key' => '{host}']]]], '/settings/rules/0/set/key',
        ];
        yield 'a lone brace' => [['rules' => [['match' => ['check' => 'a'], 'set' => ['part' => 'x}']]]], '/settings/rules/0/set/part'];
        yield 'a flap of one' => [['flap' => ['times' => 1, 'within' => 'PT1M']], '/settings/flap/times'];
        yield 'an expiry of nothing' => [['expire' => 'PT0S'], '/settings/expire'];
        yield 'an unknown setting' => [['wait' => 'PT1M'], '/settings/wait'];
    }

    /** @param  array<string, mixed>  $settings */
    #[DataProvider('badSettings')]
    public function test_bad_settings_are_refused_where_they_are_wrong(array $settings, string $at): void
    {
        try {
            self::replay(['settings' => $settings, 'signals' => [], 'until' => '2026-03-02T12:00:00Z']);
            self::fail('They were taken.');
        } catch (BadInput $e) {
            self::assertSame($at, $e->at);
        }
    }

    /**
     * @param  array<string, mixed>  $document
     * @return array<string, mixed>
     */
    private static function replay(array $document): array
    {
        if ($document['settings'] === []) {
            $document['settings'] = new \stdClass;
        }
        [$replay, $signals] = ReplayDocument::read(Document::parse(json_encode($document, JSON_THROW_ON_ERROR)));
        array_map($replay->take(...), $signals);

        return $replay->finish();
    }

    /**
     * @param  array<string, mixed>  $result
     * @return list<string>
     */
    private static function told(array $result): array
    {
        $seconds = static fn(?string $time): int|string => $time === null ? '-' : Instant::parse($time)->seconds ?? '?';

        return array_values(array_map(
            static fn(array $a): string =>
                "{$a['key']} ".implode(',', $a['items']).' '.Level::from($a['level'])->rank()
                    ." {$seconds($a['first_signal_at'])} {$seconds($a['opened_at'])} {$seconds($a['closed_at'])} {$a['count']} {$a['flips']} {$a['group']}",
            $result['alerts'],
        ));
    }
}
