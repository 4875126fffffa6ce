<?php

declare(strict_types=1);

namespace Skarvo\Tests\Signals;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Skarvo\Json\Document;
use Skarvo\Signals\Live\Taking;
use Skarvo\Signals\Replay\QuietTimes;
use Skarvo\Signals\Replay\ReplayDocument;
use Skarvo\Signals\Replay\ReplaySignal;
use Skarvo\Signals\Replay\Settings;
use Skarvo\Signals\Replay\SettingsDocument;
use Skarvo\Time\Instant;

/** Signals taken as they come, up to two minutes late and in batches of any size, end up as a replay of them all. */
final class LiveTest extends TestCase
{
    private const LATE = 120;

    /** @return iterable<string, array{int}> */
    public static function lots(): iterable
    {
        for ($lot = 0; $lot < 20; $lot++) {
            yield "streams $lot" => [$lot];
        }
    }

    #[DataProvider('lots')]
    public function test_any_order_of_arrival_ends_up_as_the_replay(int $lot): void
    {
        for ($seed = $lot * 100 + 1; $seed <= $lot * 100 + 100; $seed++) {
            $random = new Randomizer(new Mt19937($seed));
            $stream = RandomStream::make($random, 900, 120);
            [$replay, $signals] = ReplayDocument::read(Document::parse(json_encode($stream, JSON_THROW_ON_ERROR)));
            $settings = SettingsDocument::read(Document::parse(json_encode($stream['settings'], JSON_THROW_ON_ERROR)));
            $quiet = new QuietTimes(RandomStream::quiet($stream));
            $until = Instant::parse($stream['until'])->seconds ?? 0;

            $arrivals = array_map(
                static fn(ReplaySignal $signal): array => [
                    $signal->at + $random->getInt(0, 1) * $random->getInt(0, self::LATE), $random->getInt(0, 1000), $signal,
                ],
                $signals,
            );
            usort($arrivals, static fn(array $a, array $b): int => $a[0] <=> $b[0] ?: $a[1] <=> $b[1]);
            // List order is the order of arrival: what the replay is given.
            $arrived = [];
            foreach ($arrivals as $order => [$received, , $s]) {
                $arrived[] = [
                    $received,
                    new ReplaySignal(
                        $s->at, $s->source, $s->item, $s->check, $s->condition, $s->level, $s->labels, $order + 1,
                        $settings->treat($s),
                    ),
                ];
            }
            $inPlace = array_column($arrived, 1);
            usort($inPlace, static fn(ReplaySignal $a, ReplaySignal $b): int => $a->at <=> $b->at ?: $a->order <=> $b->order);
            [$replay] = ReplayDocument::read(Document::parse(json_encode([...$stream, 'signals' => []], JSON_THROW_ON_ERROR)));
            array_map($replay->take(...), $inPlace);

            self::assertSame(
                self::without($replay->finish()['alerts']), self::live($settings, $quiet, $arrived, $until, $random),
                "seed $seed",
            );
        }
    }

    /**
     * @param  list<array{int, ReplaySignal}>  $arrived
     * @return list<array<string, mixed>>
     */
    private static function live(Settings $settings, QuietTimes $quiet, array $arrived, int $until, Randomizer $random): array
    {
        $shelf = new MemoryShelf;
        for ($i = 0; $i < count($arrived);) {
            $batch = array_slice($arrived, $i, $random->getInt(1, 30));
            $i += count($batch);
            $now = $batch[count($batch) - 1][0];
            foreach (
                (new Taking($settings, $quiet, $shelf))->take(
                    array_column($batch, 1), $batch[0][0] - self::LATE - 30,
                ) as ['bundle' => $bundle, 'was' => $was]
            ) {
                [$alerts] = $bundle->at($now, $settings, $quiet);
                $shelf->keep($bundle, $was, $alerts);
            }
            array_push($shelf->signals, ...array_column($batch, 1));
        }
        foreach ($shelf->bundles as $states) {
            [$alerts] = MemoryShelf::read($states)->at($until, $settings, $quiet);
            $shelf->alerts = $alerts + $shelf->alerts;
        }
        $alerts = array_values($shelf->alerts);
        usort($alerts, static fn($a, $b): int => $a->openedAt <=> $b->openedAt ?: strcmp($a->key, $b->key));

        return self::without(array_map(static fn($alert): array => $alert->toArray(0), $alerts));
    }

    /**
     * @param  list<array<string, mixed>>  $alerts
     * @return list<array<string, mixed>>
     */
    private static function without(array $alerts): array
    {
        return array_map(static fn(array $alert): array => array_diff_key($alert, ['group' => true]), $alerts);
    }
}
