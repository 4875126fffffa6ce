<?php

declare(strict_types=1);

namespace Skarvo\Tests\Rota;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Skarvo\Json\Document;
use Skarvo\Rota\RotaDocument;
use Skarvo\Time\Instant;

final class RotaTest extends TestCase
{
    private const ZONES = ['Europe/Oslo', 'Australia/Lord_Howe', 'America/New_York', 'UTC', 'Asia/Kathmandu'];

    /** @return iterable<string, array{int}> */
    public static function seeds(): iterable
    {
        for ($seed = 1; $seed <= 60; $seed++) {
            yield "seed $seed" => [$seed];
        }
    }

    /** Asks the rota about every quarter of an hour by itself: each answer must be the one that the whole range gives. */
    #[DataProvider('seeds')]
    public function test_a_range_says_what_its_moments_say(int $seed): void
    {
        $document = self::random($seed);
        [$rota, $from, $to] = RotaDocument::read(Document::parse(json_encode($document, JSON_THROW_ON_ERROR)));
        $segments = $rota->between($from, $to)->segments;

        self::assertSame([$from, $to], [$segments[0]->from, $segments[count($segments) - 1]->to]);
        foreach ($segments as $i => $segment) {
            self::assertLessThan($segment->to, $segment->from);
            if ($i > 0) {
                self::assertSame($segments[$i - 1]->to, $segment->from);
                self::assertFalse($segments[$i - 1]->saysTheSameAs($segment));
            }
        }
        $random = new Randomizer(new Mt19937($seed));
        for ($n = 0; $n < 40; $n++) {
            $moment = $random->getInt($from, $to - 1);
            $found = array_values(array_filter($segments, static fn($s): bool => $s->from <= $moment && $moment < $s->to));
            self::assertCount(1, $found);
            self::assertSame(self::slowly($document, $moment), $found[0]->person, Instant::format($moment));
        }
    }

    public function test_handovers_stay_at_nine_across_the_clock_change(): void
    {
        $document = [
            'time_zone' => 'Europe/Oslo',
            'layers' => [['name' => 'w', 'people' => ['ana', 'bo'], 'starts' => '2026-03-23T09:00', 'shift' => 'P1W']],
            'from' => '2026-03-23T00:00:00Z', 'to' => '2026-04-10T00:00:00Z',
        ];
        [$rota, $from, $to] = RotaDocument::read(Document::parse(json_encode($document, JSON_THROW_ON_ERROR)));
        $starts = array_map(static fn($s): string => Instant::format($s->from), array_slice($rota->between($from, $to)->segments, 1));

        self::assertSame(['2026-03-23T08:00:00Z', '2026-03-30T07:00:00Z', '2026-04-06T07:00:00Z'], $starts);
        self::assertSame('bo', $rota->at(1774854000));
    }

    /** @return array<string, mixed> */
    private static function random(int $seed): array
    {
        $random = new Randomizer(new Mt19937($seed * 31));
        $pick = static fn(array $from): mixed => $from[$random->getInt(0, count($from) - 1)];
        $people = ['ana', 'bo', 'cy', 'dee', '7'];
        $layers = [];
        for ($n = $random->getInt(1, 3); $n > 0; $n--) {
            $layer = [
                'name' => "layer$n", 'people' => $random->shuffleArray(array_slice($people, 0, $random->getInt(1, 5))),
                'starts' => sprintf('2026-03-%02dT%02d:%02d', $random->getInt(1, 28), $random->getInt(0, 23), $pick([0, 15, 30])),
                'shift' => $pick(['P1W', 'P1D', 'P2D', 'PT12H', 'PT8H', 'PT90M']),
            ];
            if ($random->getInt(0, 2) === 0) {
                $layer['ends'] = sprintf('2026-04-%02dT%02d:00', $random->getInt(1, 10), $random->getInt(0, 23));
            }
            if ($random->getInt(0, 1) === 0) {
                $layer['windows'] = [[
                    'days' => $random->shuffleArray(['mon', 'wed', 'sat', 'sun']), 'from' => $pick(['22:00', '02:15', '00:00']),
                    'to' => $pick(['06:00', '02:45', '24:00', '02:15']),
                ]];
            }
            $layers[] = $layer;
        }
        $overrides = [];
        for ($n = $random->getInt(0, 3); $n > 0; $n--) {
            $from = 1774600000 + $random->getInt(0, 10) * 40000;
            $overrides[] = ['from' => Instant::format($from), 'to' => Instant::format($from + $random->getInt(1, 90000))]
                + $pick([['person' => 'eli'], ['person' => 'eli', 'instead_of' => $pick($people)], ['swap' => ['ana', 'bo']]]);
        }

        return [
            'time_zone' => $pick(self::ZONES), 'layers' => $layers, 'overrides' => $overrides, 'from' => '2026-03-26T11:11:11Z',
            'to' => '2026-04-08T00:00:00Z',
        ];
    }

    /**
     * The contract, for one moment: walks every turn from the first and every window from its first day, with PHP's own dates.
     *
     * @param  array<string, mixed>  $document
     */
    private static function slowly(array $document, int $moment): ?string
    {
        $zone = new \DateTimeZone($document['time_zone']);
        $person = null;
        foreach ($document['layers'] as $layer) {
            $first = self::instant($layer['starts'], $zone);
            $ends = isset($layer['ends']) ? self::instant($layer['ends'], $zone) : PHP_INT_MAX;
            if ($moment < $first || $moment >= $ends || ! self::isOpen($layer, $zone, $moment)) {
                continue;
            }
            $shift = new \DateInterval($layer['shift']);
            $isDays = ! str_contains($layer['shift'], 'T');
            for ($turn = 0; ; $turn++) {
                if ($isDays) {
                    $next = self::instant(
                        (new \DateTimeImmutable($layer['starts'].' UTC'))
                            ->modify('+'.($shift->d * ($turn + 1)).' days')->format('Y-m-d\TH:i'),
                        $zone,
                    );
                } else {
                    $next = $first + ($turn + 1) * ($shift->h * 3600 + $shift->i * 60);
                }
                if ($moment < $next) {
                    $person = $layer['people'][$turn % count($layer['people'])];
                    break;
                }
            }
        }
        foreach ($document['overrides'] as $override) {
            if ($moment < strtotime($override['from']) || $moment >= strtotime($override['to'])) {
                continue;
            }
            if (isset($override['swap'])) {
                $person = match ($person) {
                    $override['swap'][0] => $override['swap'][1], $override['swap'][1] => $override['swap'][0], default => $person,
                };
            } elseif (! isset($override['instead_of']) || $override['instead_of'] === $person) {
                $person = $override['person'];
            }
        }

        return $person;
    }

    /** @param  array<string, mixed>  $layer */
    private static function isOpen(array $layer, \DateTimeZone $zone, int $moment): bool
    {
        if (! isset($layer['windows'])) {
            return true;
        }
        foreach ($layer['windows'] as $window) {
            for ($back = -3; $back <= 3; $back++) {
                $day = (new \DateTimeImmutable("@$moment"))->setTimezone($zone)->modify("$back days");
                if (! in_array(strtolower($day->format('D')), $window['days'], true)) {
                    continue;
                }
                $opens = self::instant($day->format('Y-m-d').'T'.$window['from'], $zone);
                $closing = $window['to'] > $window['from'] ? $day : $day->modify('+1 day');
                $closes = $window['to'] === '24:00'
                    ? self::instant($closing->modify('+1 day')->format('Y-m-d').'T00:00', $zone)
                    : self::instant($closing->format('Y-m-d').'T'.$window['to'], $zone);
                if ($opens <= $moment && $moment < $closes) {
                    return true;
                }
            }
        }

        return false;
    }

    /** The first instant at which this wall clock shows the time, minute by minute; a skipped one by the offset before. */
    private static function instant(string $local, \DateTimeZone $zone): int
    {
        $asUtc = (int) strtotime("$local UTC");
        $offsets = [];
        foreach ([-100_000, 100_000] as $away) {
            $offsets[] = $zone->getOffset(new \DateTimeImmutable('@'.($asUtc + $away)));
        }
        $fitting = array_filter(
            array_map(static fn(int $o): int => $asUtc - $o, $offsets),
            static fn(int $t): bool => $t + $zone->getOffset(new \DateTimeImmutable("@$t")) === $asUtc,
        );

        return $fitting === [] ? $asUtc - $offsets[0] : min($fitting);
    }
}
