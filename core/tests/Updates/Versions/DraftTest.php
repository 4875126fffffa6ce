<?php

declare(strict_types=1);

namespace Skarvo\Tests\Updates\Versions;

use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;
use Skarvo\Incidents\Stage;
use Skarvo\Topology\State;
use Skarvo\Updates\Versions\Draft;

/** That nothing is new says how it stands. */
final class DraftTest extends TestCase
{
    #[TestWith([Stage::Looking, true, null, 'Our technicians are still looking for the cause. We cannot say yet when it works again.'])]
    #[TestWith([Stage::Looking, false, '09:30', 'We are still looking for the cause. We still expect it to work again by 09:30.'])]
    #[TestWith(
        [
            Stage::CauseFound, true, null,
            'The cause is known, and our technicians are working on it. We cannot say yet when it works again.',
        ]
    )]
    #[TestWith([Stage::CauseFound, false, null, 'The cause is known. We cannot say yet when it works again.'])]
    #[TestWith([Stage::Fixing, true, '09:30', 'Our technicians are still fixing it. We still expect it to work again by 09:30.'])]
    #[TestWith([Stage::Fixing, false, null, 'We are still fixing it. We cannot say yet when it works again.'])]
    #[TestWith([Stage::Proving, true, '09:30', 'We are still checking that it stays that way.'])]
    public function test_it_says_since_when_who_is_on_it_and_by_when(Stage $stage, bool $isWorkedOn, ?string $expected, string $ends): void
    {
        $services = [
            ['name' => 'Card payment', 'state' => State::Down], ['name' => 'Boards', 'state' => State::AtRisk],
            ['name' => 'Lanes', 'state' => State::Degraded], ['name' => 'App', 'state' => State::Down],
        ];

        self::assertSame(
            "Nothing new since 08:20. Card payment and App: still not working, since 07:05. Lanes: still only partly working, since 07:05. $ends",
            Draft::unchanged($stage, $services, '08:20', '07:05', $isWorkedOn, $expected)->text,
        );
    }

    public function test_of_no_service_it_says_the_rest(): void
    {
        self::assertSame(
            'Nothing new since 08:20. We are still fixing it. We cannot say yet when it works again.',
            Draft::unchanged(Stage::Fixing, [], '08:20', '07:05', false, null)->text,
        );
    }
}
