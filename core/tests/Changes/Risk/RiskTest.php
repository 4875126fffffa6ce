<?php

declare(strict_types=1);

namespace Skarvo\Tests\Changes\Risk;

use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Skarvo\Changes\ChangeKind;
use Skarvo\Changes\Risk\PastChange;
use Skarvo\Changes\Risk\Risk;

final class RiskTest extends TestCase
{
    public function test_it_foretells_better_than_the_share_of_its_kind(): void
    {
        $random = new Randomizer(new Mt19937(11));
        $better = 0;
        [$ours, $byKind] = [0.0, 0.0];
        for ($town = 0; $town < 30; $town++) {
            $chances = [];
            $chance = static function (string $what, float $spread) use (&$chances, $random): float {
                return $chances[$what] ??= $spread * ($random->getInt(-100, 100) / 100);
            };
            $all = [];
            for ($n = 0; $n < 700; $n++) {
                $kind = ChangeKind::cases()[[0, 0, 0, 1, 1, 2][$random->getInt(0, 5)]];
                [$team, $hour] = ['t'.$random->getInt(0, 7), $random->getInt(0, 23)];
                $items = ['i'.$random->getInt(0, 59)];
                $logit = -2.6 + $chance($kind->value, 0.5) + $chance($team, 1.2) + $chance($items[0], 1.2) + $chance(
                    'h'.intdiv($hour, 6), 0.5
                );
                $all[] = new PastChange("CH-$n", $kind, $team, $items, $hour, $random->getInt(0, 9999) / 10000 > 1 / (1 + exp(-$logit)));
            }
            [$past, $next] = [array_slice($all, 0, 400), array_slice($all, 400)];
            $risk = new Risk($past);
            [$a, $b] = [0.0, 0.0];
            foreach ($next as $one) {
                $a += self::loss($risk->of($one)->wrong, $one->wentWell === false);
                $ofKind = array_filter($past, static fn(PastChange $other): bool => $other->kind === $one->kind);
                $failed = count(array_filter($ofKind, static fn(PastChange $other): bool => $other->wentWell === false));
                $b += self::loss(($failed + 0.5) / (count($ofKind) + 1), $one->wentWell === false);
            }
            [$ours, $byKind] = [$ours + $a, $byKind + $b];
            $better += $a < $b ? 1 : 0;
        }

        self::assertLessThan(0.97 * $byKind, $ours);
        self::assertGreaterThanOrEqual(22, $better, 'of 30 organisations');
    }

    public function test_it_says_on_what_it_rests(): void
    {
        $one = static fn(string $id, ?bool $well, string $item = 'db'): PastChange => new PastChange(
            $id, ChangeKind::Normal, null, [$item], 10, $well
        );
        $new = $one('CH-9', null);

        self::assertEqualsWithDelta(0.08, (new Risk([]))->of($new)->wrong, 0.001);
        self::assertStringContainsString('no change like it is known', (new Risk([]))->of($new)->words());
        $odds = (new Risk([$one('CH-1', false), $one('CH-2', true), $one('CH-3', false), $one('CH-4', true, 'other')]))->of($new);
        self::assertSame([3, ['CH-3', 'CH-1']], [$odds->alike, $odds->failed]);
        self::assertGreaterThan((new Risk([$one('CH-1', true), $one('CH-2', true)]))->of($new)->wrong, $odds->wrong);
        self::assertStringContainsString('only 3 like it are known, of which 2 went wrong', $odds->words());
        $many = array_map(static fn(int $n): PastChange => $one("CH-$n", true), range(10, 50));
        self::assertMatchesRegularExpression(
            '/^Goes wrong in about \d of 100: of 41 like it 0 went wrong\.$/', (new Risk($many))->of($new)->words()
        );
    }

    private static function loss(float $wrong, bool $failed): float
    {
        return -log($failed ? $wrong : 1 - $wrong);
    }
}
