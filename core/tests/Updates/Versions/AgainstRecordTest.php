<?php

declare(strict_types=1);

namespace Skarvo\Tests\Updates\Versions;

use PHPUnit\Framework\TestCase;
use Skarvo\Incidents\Stage;
use Skarvo\Topology\State;
use Skarvo\Updates\Check\AgainstRecord;
use Skarvo\Updates\Check\RecordFacts;
use Skarvo\Updates\Check\Slip;

/** What somebody says is so, where the record says otherwise. */
final class AgainstRecordTest extends TestCase
{
    /**
     * @param  list<array{name: string, state: State}>|null  $services
     * @param  list<string>|null  $places
     * @param  list<string>  $felt  where it is, as the record has it
     * @return list<string>
     */
    private static function found(?array $services, ?array $places, array $felt = ['Ask', 'Havre']): array
    {
        $record = new RecordFacts(
            Stage::Fixing, ['Lanes' => State::Degraded, 'Payment' => State::Down, 'Boards' => State::AtRisk, 'App' => State::Up], $felt,
            ['Ask', 'Havre', 'Skjell'], 1, 0,
            null, null, new \DateTimeZone('UTC'),
        );

        return array_map(
            static fn(Slip $one): string => "{$one->kind->value}: $one->words",
            AgainstRecord::of($record, $services, $places, ['Lanes', 'Boards'])
        );
    }

    public function test_what_nobody_says_otherwise_is_as_the_record_has_it(): void
    {
        self::assertSame([], self::found(null, null));
        self::assertSame([], self::found([['name' => 'Lanes', 'state' => State::Degraded]], ['Havre', 'Ask']));
        self::assertSame(
            [],
            self::found(
                [
                    ['name' => 'Lanes', 'state' => State::Degraded], ['name' => 'Unknown', 'state' => State::Down],
                    ['name' => 'Boards', 'state' => State::Up],
                ],
                null
            )
        );
        self::assertSame([], self::found(null, ['Skjell'], []), 'Where it is felt is not known.');
        self::assertSame([], self::found(null, []), 'Everywhere, or not known: nothing is claimed.');
    }

    public function test_another_state_a_service_and_a_place_left_out_or_too_many_are_found(): void
    {
        self::assertSame(
            ['state: By the facts Lanes is not working, but as the record stands it is only partly working.'],
            self::found([['name' => 'Lanes', 'state' => State::Down]], null),
        );
        // Payment is down for another reason.
        self::assertSame(['service: The facts leave out Lanes, which is only partly working as the record stands.'], self::found([], null));
        self::assertSame([
            'place: As the record stands it is not felt at Skjell.',
            'place: The facts leave out Ask, where it is felt as the record stands.',
        ], self::found(null, ['Havre', 'Skjell']));
    }
}
