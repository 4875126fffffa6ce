<?php

declare(strict_types=1);

namespace Skarvo\Tests\Updates\Versions;

use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Skarvo\Incidents\Stage;
use Skarvo\Topology\State;
use Skarvo\Updates\Check\Check;
use Skarvo\Updates\Check\RecordFacts;
use Skarvo\Updates\Check\Slip;
use Skarvo\Updates\Check\SlipKind;
use Skarvo\Updates\Versions\Drafts;
use Skarvo\Updates\Versions\Glossary;
use Skarvo\Updates\Versions\KnownInside;
use Skarvo\Updates\Versions\UpdateFacts;
use Skarvo\Updates\Versions\Version;
use Skarvo\Value\Language;

/** Whatever the facts: no version that was put together from them disagrees with them, and one that says something else does. */
final class AgreementTest extends TestCase
{
    private const SERVICES = ['Vehicle lanes', 'Card payment', 'Online booking', 'Departure boards', 'Freight desk', 'Passenger app'];

    private const PLACES = ['Ask', 'Havre', 'Lyngsund', 'Nordpier', 'Skjell', 'Storvik', 'Tangen'];

    private const GLOSSARY = [
        'Vehicle lanes' => ['no' => 'Kjørefelt', 'de' => 'Fahrspuren', 'ar' => 'مسارات المركبات'],
        'Card payment' => ['no' => 'Kortbetaling', 'de' => 'Kartenzahlung', 'ar' => 'الدفع بالبطاقة'],
        'Online booking' => ['no' => 'Bestilling på nett', 'de' => 'Online-Buchung', 'ar' => 'الحجز'],
        'Departure boards' => ['no' => 'Avgangstavler', 'de' => 'Abfahrtstafeln', 'ar' => 'لوحات المغادرة'],
    ];

    private Randomizer $dice;

    /** @return array{UpdateFacts, RecordFacts} */
    private function draw(): array
    {
        $now = 1772522400 + $this->dice->getInt(0, 86_400 * 300);
        $services = $record = [];
        foreach (self::SERVICES as $name) {
            $record[$name] = State::Up;
        }
        foreach ($this->dice->pickArrayKeys(self::SERVICES, $this->dice->getInt(1, 3)) as $i) {
            $services[] = ['name' => self::SERVICES[$i], 'state' => [State::Down, State::Degraded][$this->dice->getInt(0, 1)]];
        }
        $places = array_map(
            static fn(int $i): string => self::PLACES[$i], $this->dice->pickArrayKeys(self::PLACES, $this->dice->getInt(1, 6))
        );
        $stage = [Stage::Looking, Stage::CauseFound, Stage::Fixing][$this->dice->getInt(0, 2)];
        $zone = new \DateTimeZone(['Europe/Oslo', 'America/New_York', 'Asia/Riyadh'][$this->dice->getInt(0, 2)]);
        [$since, $estimate, $next] = [
            $now - $this->dice->getInt(600, 20_000), $now + $this->dice->getInt(1200, 20_000), $now + $this->dice->getInt(400, 7000),
        ];
        $estimate = $this->dice->getInt(0, 2) === 0 ? null : $estimate;
        $told = $since + intdiv($now - $since, 2);
        $facts = new UpdateFacts(
            $stage, $services, $places, $now, $since, $zone, 'a relay is stuck', 'pay in cash', 'open the barriers by hand', $estimate,
            $next, $told,
            new KnownInside('IN-0001', 'Trouble', 2, 'Ingrid Vale', [], ['The quay network'], ['clk-2'], 7, 3, true),
        );
        $aliases = [];
        foreach (self::GLOSSARY as $name => $in) {
            foreach ($in as $words) {
                $aliases[$words] = $name;
            }
        }

        return [
            $facts,
            (new RecordFacts($stage, $record, [], self::PLACES, $now, $since, $estimate, $next, $zone, told: $told, aliases: $aliases))
                ->asTold($services, $places),
        ];
    }

    /** @return list<array{Version, Language, bool}> */
    private static function all(): array
    {
        $all = [];
        foreach (Version::cases() as $version) {
            foreach ($version->isTranslated() ? Language::cases() : [Language::English] as $language) {
                foreach ([false, ...($version->isTranslated() ? [true] : [])] as $isUnchanged) {
                    $all[] = [$version, $language, $isUnchanged];
                }
            }
        }

        return $all;
    }

    private static function glossary(): Glossary
    {
        return new Glossary(self::GLOSSARY);
    }

    public function test_what_is_put_together_from_the_facts_agrees_with_them(): void
    {
        $this->dice = new Randomizer(new Mt19937(7));
        for ($n = 0; $n < 80; $n++) {
            [$facts, $record] = $this->draw();
            foreach (self::all() as [$version, $language, $isUnchanged]) {
                $text = (new Drafts($facts, self::glossary()))->of($version, $language, $isUnchanged)->text;
                self::assertSame([], (new Check($record))->version($text, true), "$version->value $language->value: $text");
                self::assertSame([], (new Check($record))->unread($text), "$version->value $language->value: $text");
            }
        }
    }

    public function test_a_version_with_another_fact_is_found(): void
    {
        $this->dice = new Randomizer(new Mt19937(8));
        [$tried, $found] = [[], []];
        for ($n = 0; $n < 80; $n++) {
            [$facts, $record] = $this->draw();
            foreach ($this->wrong($facts) as $mistake => [$other, $kinds]) {
                foreach (self::all() as [$version, $language, $isUnchanged]) {
                    // Where nothing is said of a fact, nothing can be wrong with it.
                    $say = fn(UpdateFacts $of): string => (new Drafts($of, self::glossary()))->of($version, $language, $isUnchanged)->text;
                    if ($say($facts) === $say($other)) {
                        continue;
                    }
                    $tried[$mistake] = ($tried[$mistake] ?? 0) + 1;
                    $slips = array_map(static fn(Slip $one): SlipKind => $one->kind, (new Check($record))->version($say($other), true));
                    $found[$mistake] = ($found[$mistake] ?? 0) + (array_intersect(array_column($slips, 'value'), $kinds) === [] ? 0 : 1);
                }
            }
        }
        $rates = [];
        foreach ($tried as $mistake => $count) {
            $rates[$mistake] = round($found[$mistake] / $count, 3);
        }
        if (getenv('SHOW_RATES') !== false) {
            fwrite(STDERR, json_encode($rates, JSON_THROW_ON_ERROR)."\n");
        }

        self::assertCount(7, $rates);
        self::assertGreaterThanOrEqual(0.95, min(1, ...array_values($rates)), json_encode($rates, JSON_THROW_ON_ERROR));
    }

    /** @return array<string, array{UpdateFacts, list<string>}> the facts with one of them wrong, and as what that may be found */
    private function wrong(UpdateFacts $facts): array
    {
        $with = static fn(mixed ...$more): UpdateFacts => new UpdateFacts(...[...get_object_vars($facts), ...$more]);
        $services = $facts->services;
        $i = $this->dice->getInt(0, count($services) - 1);
        $turned = $services;
        $turned[$i]['state'] = $turned[$i]['state'] === State::Down ? State::Degraded : State::Down;
        $unnamed = array_values(array_diff(self::SERVICES, array_column($services, 'name')));
        $elsewhere = array_values(array_diff(self::PLACES, $facts->places));
        $time = [SlipKind::Time->value, SlipKind::Zone->value, SlipKind::Passed->value];

        return [
            'since' => [$with(since: $facts->since - 60 * $this->dice->getInt(7, 50)), $time],
            'state' => [$with(services: $turned), [SlipKind::State->value]],
            'another service' => [
                $with(services: [...$services, ['name' => $unnamed[0], 'state' => State::Down]]), [SlipKind::State->value],
            ],
            'place' => [$with(places: [...array_slice($facts->places, 1), $elsewhere[0]]), [SlipKind::Place->value]],
            'count of places' => [$with(places: [...$facts->places, $elsewhere[0]]), [SlipKind::Place->value]],
            ...(
                $facts->estimate === null
                    ? []
                    : ['estimate' => [$with(estimate: $facts->estimate + 60 * $this->dice->getInt(61, 90)), $time]]
            ),
            ...(
                count($services) === 1
                    ? []
                    : [
                        'service left out' => [
                            $with(services: array_values(array_diff_key($services, [$i => 1]))), [SlipKind::Service->value],
                        ],
                    ]
            ),
        ];
    }
}
