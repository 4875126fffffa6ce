<?php

declare(strict_types=1);

namespace Skarvo\Tests\Signals;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Skarvo\Signals\IncidentConditions;
use Skarvo\Signals\Level;

final class IncidentConditionsTest extends TestCase
{
    /**
     * @return iterable<string, array{IncidentConditions, int|null, Level, int, int|null, bool}> conditions, tier, worst level, alerts,
     *      minutes, whether they are met
     */
    public static function cases(): iterable
    {
        yield 'none are never met' => [new IncidentConditions, 1, Level::Critical, 99, 99, false];
        yield 'the tier itself' => [new IncidentConditions(tier: 2), 2, Level::Info, 0, null, true];
        yield 'a tier above' => [new IncidentConditions(tier: 2), 1, Level::Info, 0, null, true];
        yield 'a tier below' => [new IncidentConditions(tier: 2), 3, Level::Info, 0, null, false];
        yield 'no service' => [new IncidentConditions(tier: 2), null, Level::Critical, 9, 9, false];
        yield 'the level itself' => [new IncidentConditions(level: Level::Error), null, Level::Error, 0, null, true];
        yield 'a level below' => [new IncidentConditions(level: Level::Error), null, Level::Warning, 0, null, false];
        yield 'as many alerts' => [new IncidentConditions(alerts: 3), null, Level::Info, 3, null, true];
        yield 'one alert too few' => [new IncidentConditions(alerts: 3), null, Level::Info, 2, null, false];
        yield 'as many minutes' => [new IncidentConditions(minutes: 5), null, Level::Info, 0, 5, true];
        yield 'one minute too few' => [new IncidentConditions(minutes: 5), null, Level::Info, 0, 4, false];
        yield 'somebody has it' => [new IncidentConditions(minutes: 5), null, Level::Info, 0, null, false];
        yield 'all of several' => [new IncidentConditions(1, Level::Error, 2, 5), 1, Level::Critical, 2, 5, true];
        yield 'all but one of several' => [new IncidentConditions(1, Level::Error, 2, 5), 1, Level::Critical, 1, 5, false];
    }

    #[DataProvider('cases')]
    public function test_all_that_are_set_have_to_be_met(
        IncidentConditions $conditions, ?int $tier, Level $worst, int $alerts, ?int $minutes, bool $met,
    ): void {
        self::assertSame($met, $conditions->areMet($tier, $worst, $alerts, $minutes));
    }

    public function test_they_are_told_in_words(): void
    {
        self::assertSame('', (new IncidentConditions)->words());
        self::assertSame(
            'a service of tier 1 is affected, the worst is critical, an alert is open, nobody took it for 5 minutes',
            (new IncidentConditions(1, Level::Critical, 1, 5))->words(),
        );
        self::assertSame(
            'a service of tier 2 or above is affected, the worst is error or worse, at least 3 alerts are open',
            (new IncidentConditions(2, Level::Error, 3))->words(),
        );
    }
}
