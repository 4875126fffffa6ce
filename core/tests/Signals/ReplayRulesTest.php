<?php

declare(strict_types=1);

namespace Skarvo\Tests\Signals;

use PHPUnit\Framework\TestCase;
use Skarvo\Json\Document;
use Skarvo\Signals\Replay\ReplayDocument;
use Skarvo\Time\Instant;

/** Each rule of replay by one small story. Times are seconds after the start; `+x` fires on item x, `-x` clears it. */
final class ReplayRulesTest extends TestCase
{
    private const START = 1_772_435_640;

    public function test_what_lasts_less_than_its_hold_is_momentary(): void
    {
        self::assertSame([], $this->story(['hold' => 'PT10S'], '0 +a, 9 -a'));
        self::assertSame(1, $this->totals['momentary']);
        self::assertSame([], $this->story(['hold' => 'PT10S'], '0 +a, 10 -a'), 'cleared in the very second in which it would be due');
        self::assertSame(['s/a/c 10- x1'], $this->story(['hold' => 'PT10S'], '0 +a, 11 -a', until: 10));
    }

    public function test_an_alert_closes_once_it_was_clear_for_its_settle(): void
    {
        self::assertSame(['s/a/c 0-25 x1'], $this->story(['settle' => 'PT20S'], '0 +a, 5 -a'));
        self::assertSame(['s/a/c 0-45 x2 flips 1'], $this->story(['settle' => 'PT20S'], '0 +a, 5 -a, 20 +a, 25 -a'));
        self::assertSame(
            ['s/a/c 0- x2 flips 1'], $this->story(['settle' => 'PT20S'], '0 +a, 5 -a, 25 +a'),
            'fires in the second in which it would close',
        );
    }

    public function test_it_opens_again_rather_than_anew_within_reopen(): void
    {
        self::assertSame(['s/a/c 0-15 x2 flips 1'], $this->story(['reopen' => 'PT10S'], '0 +a, 1 -a, 11 +a, 15 -a'));
        self::assertSame(['s/a/c 0-1 x1', 's/a/c 12-15 x1'], $this->story(['reopen' => 'PT10S'], '0 +a, 1 -a, 12 +a, 15 -a'));
    }

    public function test_silence_clears_it_where_an_expiry_is_set(): void
    {
        self::assertSame(['s/a/c 0-40 x2'], $this->story(['expire' => 'PT30S'], '0 +a, 10 +a'));
        self::assertSame(
            ['s/a/c 20-50 x1'], $this->story(['hold' => 'PT20S', 'expire' => 'PT30S'], '0 +a'), 'counted from when it was due',
        );
    }

    public function test_several_short_ones_that_overlap_are_one_long_one(): void
    {
        $rules = [['match' => ['check' => '*'], 'set' => ['key' => 'all']]];
        self::assertSame(['all 10- x2'], $this->story(['hold' => 'PT10S', 'rules' => $rules], '0 +a, 6 +b, 8 -a', until: 12));
        self::assertSame([], $this->story(['hold' => 'PT10S', 'rules' => $rules], '0 +a, 6 -a, 8 +b, 12 -b'));
        self::assertSame(2, $this->totals['momentary']);
    }

    public function test_what_goes_on_and_off_for_ever_is_one_alert(): void
    {
        $settings = ['hold' => 'PT10S', 'flap' => ['times' => 3, 'within' => 'PT1M']];
        self::assertSame(
            ['s/a/c 20-60 x1'], $this->story($settings, '0 +a, 2 -a, 10 +a, 12 -a, 20 +a, 22 -a'),
            'opens at the third, closes when the first is a minute ago',
        );
        self::assertSame([], $this->story($settings, '0 +a, 2 -a, 10 +a, 12 -a, 60 +a, 62 -a'), 'exactly a minute ago is out');
    }

    public function test_quiet_puts_off_and_mutes(): void
    {
        self::assertSame(['s/a/c 50- x1'], $this->story(['hold' => 'PT10S'], '0 +a', quiet: [['a', 5, 50]]));
        self::assertSame([], $this->story(['hold' => 'PT10S'], '0 +a, 40 -a', quiet: [['a', 5, 50]]));
        self::assertSame([1, 0], [$this->totals['muted'], $this->totals['momentary']]);
        self::assertSame(
            ['s/a/c 0- x2 flips 1'], $this->story(['settle' => 'PT20S'], '0 +a, 5 -a, 10 +a', quiet: [['a', 6, 50]]),
            'going on is never put off',
        );
    }

    public function test_a_clear_of_what_does_not_fire_is_stray(): void
    {
        self::assertSame(['s/a/c 0- x1'], $this->story([], '0 +a, 1 -b'));
        self::assertSame(1, $this->totals['stray']);
    }

    public function test_parts_fire_and_clear_on_their_own_and_a_clear_without_a_part_clears_them_all(): void
    {
        $rules = [['match' => ['labels' => ['mount' => '*']], 'set' => ['part' => '{labels.mount}']]];
        self::assertSame(['s/a/c/x 0-2 x1', 's/a/c/y 1- x1'], $this->story(['rules' => $rules], '0 +a:x, 1 +a:y, 2 -a:x'));
        self::assertSame(['s/a/c/x 0-3 x1', 's/a/c/y 1-3 x1'], $this->story(['rules' => $rules], '0 +a:x, 1 +a:y, 3 -a'));
    }

    public function test_the_first_fitting_rule_that_sets_a_value_wins(): void
    {
        $rules = [
            ['match' => ['item' => 'a*'], 'set' => ['level' => 'warning']],
            ['match' => ['check' => '*'], 'set' => ['level' => 'critical', 'key' => 'k/{item}']],
            ['match' => ['labels' => ['absent' => '*']], 'set' => ['key' => 'never']],
        ];
        $this->story(['rules' => $rules], '0 +ab, 0 +b');

        self::assertSame(
            ['k/ab warning', 'k/b critical'],
            array_map(static fn(array $a): string => "{$a['key']} {$a['level']}", $this->alerts),
        );
    }

    public function test_alerts_gather_by_dependency_and_time(): void
    {
        $settings = ['gather' => 'PT10S', 'reach' => 2];
        self::assertSame([1, 1, 2], $this->grouped($settings, '0 +a, 5 +c, 5 +z', [['a', 'b'], ['b', 'c']]));
        self::assertSame([1, 2], $this->grouped($settings, '0 +a, 11 +c', [['a', 'b'], ['b', 'c']]), 'too late');
        self::assertSame([1, 2], $this->grouped(['reach' => 1] + $settings, '0 +a, 5 +c', [['a', 'b'], ['b', 'c']]), 'too far');
        self::assertSame(
            [1, 1, 1], $this->grouped(['reach' => 1] + $settings, '0 +a, 1 +c, 2 +b', [['a', 'b'], ['b', 'c']]),
            'the third brings two groups together',
        );
        self::assertSame(
            [1, 1, 2], $this->grouped($settings + ['gather_limit' => 'PT12S'], '0 +a, 8 +b, 16 +c', [['a', 'b'], ['b', 'c']]),
            'the oldest is too old',
        );
    }

    /** @var list<array<string, mixed>> of the last story */
    private array $alerts = [];

    /** @var array<string, int> of the last story */
    private array $totals = [];

    /**
     * @param  array<string, mixed>  $settings
     * @param  list<array{string, int, int}>  $quiet
     * @param  list<array{string, string}>  $dependencies
     * @return list<string> key, opened-closed, count and flips of each alert
     */
    private function story(array $settings, string $steps, array $quiet = [], array $dependencies = [], int $until = 1000): array
    {
        $at = static fn(int $seconds): string => Instant::format(self::START + $seconds);
        $signals = [];
        foreach (explode(', ', $steps) as $step) {
            preg_match('/^(\d+) ([+-])([a-z]+)(?::([a-z]+))?$/', $step, $m);
            $signals[] = [
                'at' => $at((int) ($m[1] ?? 0)), 'source' => 's', 'item' => $m[3] ?? '', 'check' => 'c',
                'condition' => ($m[2] ?? '') === '+' ? 'firing' : 'clear', 'level' => 'error',
            ]
                + (isset($m[4]) ? ['labels' => ['mount' => $m[4]]] : []);
        }
        [$replay, $taken] = ReplayDocument::read(Document::parse(json_encode([
            'settings' => $settings === [] ? new \stdClass : $settings,
            'quiet' => array_map(static fn(array $q): array => ['items' => [$q[0]], 'from' => $at($q[1]), 'to' => $at($q[2])], $quiet),
            'dependencies' => array_map(static fn(array $d): array => ['from' => $d[0], 'to' => $d[1]], $dependencies),
            'signals' => $signals, 'until' => $at($until),
        ], JSON_THROW_ON_ERROR)));
        array_map($replay->take(...), $taken);
        $result = $replay->finish();
        [$this->alerts, $this->totals] = [$result['alerts'], $result['totals']];
        $after = static fn(?string $time): string => $time === null ? '' : (string) ((Instant::parse($time)->seconds ?? 0) - self::START);

        return array_values(array_map(
            static fn(array $a): string => "{$a['key']} {$after($a['opened_at'])}-{$after($a['closed_at'])} x{$a['count']}".(
                $a['flips'] > 0 ? " flips {$a['flips']}" : ''
            ),
            $this->alerts,
        ));
    }

    /**
     * @param  array<string, mixed>  $settings
     * @param  list<array{string, string}>  $dependencies
     * @return list<int> group of each alert
     */
    private function grouped(array $settings, string $steps, array $dependencies): array
    {
        $this->story($settings, $steps, [], $dependencies);

        return array_column($this->alerts, 'group');
    }
}
