<?php

declare(strict_types=1);

namespace Skarvo\Tests\Updates;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Skarvo\Incidents\Stage;
use Skarvo\Topology\State;
use Skarvo\Updates\Check\Check;
use Skarvo\Updates\Check\RecordFacts;
use Skarvo\Updates\Check\Slip;
use Skarvo\Updates\Check\SlipKind;

/**
 * How many planted mistakes are found, and how many alarms are false: updates as people write them, put together at random from a record
 * drawn at random. Each set of wordings was written before the patterns were tried on it; what each gave at first is in docs/figures.md.
 *
 * @phpstan-import-type Wording from Wordings
 */
final class CheckRatesTest extends TestCase
{
    private const EACH = 300;

    private const SERVICES = ['Vehicle lanes', 'Card payment', 'Online booking', 'Departure boards', 'Freight desk', 'Passenger app'];

    private const PLACES = ['Ask', 'Havre', 'Lyngsund', 'Nordpier', 'Skjell', 'Storvik', 'Tangen'];

    private Randomizer $dice;

    /** @var Wording */
    private array $wordings;

    /** @var array<string, State> */
    private array $services;

    private RecordFacts $facts;

    /** @return iterable<string, array{Wording}> */
    public static function wordings(): iterable
    {
        yield 'known' => [Wordings::KNOWN];
        yield 'known later' => [Wordings::KNOWN_LATER];
        yield 'known last' => [Wordings::KNOWN_LAST];
        yield 'known after' => [Wordings::KNOWN_AFTER];
    }

    /** @param  Wording  $wordings */
    #[DataProvider('wordings')]
    public function test_of_planted_mistakes_nearly_all_are_found_and_hardly_anything_else(array $wordings): void
    {
        $this->wordings = $wordings;
        $this->dice = new Randomizer(new Mt19937(20261129));
        $found = $false = [];
        foreach ([SlipKind::Time, SlipKind::Zone, SlipKind::State, SlipKind::Restored, SlipKind::Place, SlipKind::Inside] as $kind) {
            $hits = 0;
            for ($n = 0; $n < self::EACH; $n++) {
                $this->draw();
                $words = $this->clean();
                if ($this->slips($words) !== []) {
                    $false[] = $words;
                }
                [$mistake, $as] = $this->mistake($kind);
                array_splice($words, $this->dice->getInt(0, count($words)), 0, [$mistake]);
                $hits += array_intersect(array_map(static fn($one): string => $one->kind->value, $this->slips($words)), $as) === [] ? 0 : 1;
            }
            $found[$kind->value] = $hits;
        }
        $rates = array_map(static fn(int $one): float => $one / self::EACH, $found);
        $alarms = count($false) / (self::EACH * count($found));
        if (getenv('SHOW_RATES') !== false) {
            fwrite(STDERR, sprintf("%s; false alarms %.3f\n", json_encode($rates, JSON_THROW_ON_ERROR), $alarms));
        }

        self::assertGreaterThanOrEqual(0.95, min($rates), (string) json_encode($rates));
        self::assertLessThanOrEqual(
            0.05, $alarms, implode("\n", array_map(static fn(array $one): string => implode(' ', $one), array_slice($false, 0, 9)))
        );
    }

    private function draw(): void
    {
        $this->services = [];
        foreach (self::SERVICES as $name) {
            $this->services[$name] = $this->pick([State::Up, State::AtRisk, State::Degraded, State::Down]);
        }
        $this->services['Card payment'] = $this->pick([State::Degraded, State::Down]);
        $places = $this->dice->shuffleArray(self::PLACES);
        $zone = new \DateTimeZone($this->pick(['Europe/Oslo', 'Europe/Helsinki', 'Atlantic/Reykjavik', 'America/Halifax']));
        $now = (new \DateTimeImmutable('2026-06-11 06:00', $zone))->getTimestamp() + 60 * $this->dice->getInt(0, 900);
        $this->facts = new RecordFacts(
            Stage::Fixing, $this->services, array_slice($places, 0, $this->dice->getInt(1, 3)), self::PLACES, $now,
            $now - 60 * $this->dice->getInt(20, 170),
            $now + 60 * $this->dice->getInt(40, 170), $now + 60 * $this->dice->getInt(10, 35), $zone,
            ['Time server clk-2', 'Manifest database 2', 'Lane systems', 'booking-db-1', 'Freight queue'],
            ['Ingrid Vale', 'Mika Sund', 'Noor Lind'],
        );
    }

    /** @return list<string> sentences that agree with the record */
    private function clean(): array
    {
        $words = [
            $this->put($this->pick($this->wordings['began']), '{t}', $this->time($this->facts->since)),
            $this->pick($this->wordings['notover']),
        ];
        foreach (array_slice($this->dice->shuffleArray(self::SERVICES), 0, 2) as $name) {
            $words[] = $this->put($this->pick($this->wordings['states'][self::how($this->services[$name])]), '{s}', $name);
        }
        $words[] = $this->put($this->pick($this->wordings['at']), '{p}', $this->pick($this->facts->places));
        $words[] = $this->put($this->pick($this->wordings['expected']), '{t}', $this->time((int) $this->facts->estimate));
        $words[] = $this->put($this->pick($this->wordings['next']), '{t}', $this->time((int) $this->facts->next));

        return $words;
    }

    /** @return array{string, list<string>} a sentence that does not, and as what it may be found */
    private function mistake(SlipKind $kind): array
    {
        $known = [$this->facts->since, (int) $this->facts->estimate, (int) $this->facts->next];
        [$templates, $right] = $this->pick(
            [[$this->wordings['began'], $known[0]], [$this->wordings['expected'], $known[1]], [$this->wordings['next'], $known[2]]]
        );

        return match ($kind) {
            SlipKind::Time => [
                $this->put($this->pick($templates), '{t}', $this->time($right + 60 * $this->pick([-70, -45, -25, 25, 40, 75]))),
                ['time', 'zone'],
            ],
            SlipKind::Zone => [
                $this->put(
                    $this->pick($templates), '{t}',
                    $this->time($right, new \DateTimeZone($this->facts->zone->getName() === 'Atlantic/Reykjavik' ? 'Europe/Oslo' : 'UTC'))
                ),
                ['time', 'zone'],
            ],
            SlipKind::State => $this->wrongState(),
            SlipKind::Restored => [$this->pick($this->wordings['over']), ['restored']],
            SlipKind::Place => [
                $this->put(
                    $this->pick($this->wordings['at']), '{p}', $this->pick(array_values(array_diff(self::PLACES, $this->facts->places)))
                ),
                ['place'],
            ],
            default => $this->dice->getInt(0, 1) === 0
                ? [
                    $this->put(
                        $this->pick($this->wordings['hosts']), '{h}',
                        $this->pick(
                            [
                                'booking-db-1', 'manifest database', '10.4.0.17', 'mq-02', 'gate-ctl-07', 'Time server clk-2', 'files.lan',
                                'IN-0412',
                            ]
                        )
                    ),
                    ['inside'],
                ]
                : [
                    $this->put(
                        $this->pick($this->wordings['people']), '{n}',
                        $this->pick(['Ingrid Vale', 'Mika Sund', 'Noor Lind', 'Sund', 'Lind'])
                    ),
                    ['inside'],
                ],
        };
    }

    /** @return array{string, list<string>} */
    private function wrongState(): array
    {
        $name = $this->pick(self::SERVICES);
        $right = self::how($this->services[$name]);
        $wrong = $this->pick(array_values(array_diff(array_keys($this->wordings['states']), [$right])));

        return [$this->put($this->pick($this->wordings['states'][$wrong]), '{s}', $name), ['state', 'restored']];
    }

    private static function how(State $state): string
    {
        return $state->isBroken() ? $state->value : 'up';
    }

    /** As somebody may write it. */
    private function time(int $at, ?\DateTimeZone $zone = null): string
    {
        $local = (new \DateTimeImmutable("@$at"))->setTimezone($zone ?? $this->facts->zone);

        return $this->pick([$local->format('H:i'), $local->format('H:i'), $local->format('G:i'), $local->format('g:i a')]);
    }

    /**
     * @param  list<string>  $words
     * @return list<Slip>
     */
    private function slips(array $words): array
    {
        return (new Check($this->facts))->update(implode(' ', $words));
    }

    private function put(string $template, string $place, string $what): string
    {
        return str_replace($place, $what, $template);
    }

    /**
     * @template T
     *
     * @param  array<T>  $all
     * @return T
     */
    private function pick(array $all): mixed
    {
        return $all === [] ? throw new \LogicException('There is nothing to pick from.') : $all[$this->dice->pickArrayKeys($all, 1)[0]];
    }
}
