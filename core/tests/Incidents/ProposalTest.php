<?php

declare(strict_types=1);

namespace Skarvo\Tests\Incidents;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Skarvo\Incidents\Impact;
use Skarvo\Incidents\PriorityMatrix;
use Skarvo\Incidents\Proposal;
use Skarvo\Incidents\Stage;
use Skarvo\Incidents\Urgency;
use Skarvo\Json\BadInput;
use Skarvo\Json\Document;
use Skarvo\Topology\HitService;
use Skarvo\Topology\State;
use Skarvo\Updates\Versions\Draft;

final class ProposalTest extends TestCase
{
    public function test_the_broken_service_that_matters_most_is_proposed(): void
    {
        $proposal = Proposal::from(
            [self::hit('tide', 3, State::Down), self::hit('booking', 1, State::AtRisk), self::hit('lanes', 1, State::Degraded)],
            1,
        );

        self::assertSame('lanes', $proposal->service?->id);
        self::assertSame([Impact::Part, Urgency::Now], [$proposal->impact, $proposal->urgency]);
        self::assertSame('Lanes: tier 1, degraded.', $proposal->urgencyReason);
        self::assertSame('Two services are affected: Lanes and Tide.', $proposal->impactReason);
    }

    public function test_a_lost_spare_is_no_hurry(): void
    {
        $proposal = Proposal::from([self::hit('freight', 2, State::AtRisk)], 0);

        self::assertSame(['freight', Impact::Few, Urgency::Later], [$proposal->service?->id, $proposal->impact, $proposal->urgency]);
    }

    public function test_an_item_on_which_nothing_stands_leaves_the_choice_open(): void
    {
        $proposal = Proposal::from([], 0);

        self::assertNull($proposal->service);
        self::assertSame('No service is known to depend on this item; choose one.', $proposal->serviceReason);
    }

    public function test_many_sites_or_services_are_a_wide_impact(): void
    {
        self::assertSame(Impact::Wide, Proposal::from([self::hit('lanes', 1, State::Degraded)], 3)->impact);
        self::assertSame(
            Impact::Wide,
            Proposal::from(array_map(static fn(string $id): HitService => self::hit($id, 4, State::Down), ['a', 'b', 'c']), 0)->impact,
        );
        self::assertSame(Urgency::Later, Proposal::from([self::hit('a', 4, State::Down)], 0)->urgency);
        self::assertSame(Urgency::Soon, Proposal::from([self::hit('a', 2, State::Degraded)], 0)->urgency);
    }

    public function test_the_matrix_is_read_as_it_is_written(): void
    {
        $usual = PriorityMatrix::usual();
        $read = PriorityMatrix::read(Document::parse(json_encode($usual->toArray(), JSON_THROW_ON_ERROR)));

        self::assertEquals($usual, $read);
        self::assertSame([1, 4], [$read->priority(Impact::Wide, Urgency::Now), $read->priority(Impact::Few, Urgency::Later)]);
        self::assertSame([1800, 86400], [$read->updateWithin(1), $read->updateWithin(4)]);
    }

    /** @return iterable<string, array{string, string}> */
    public static function badMatrices(): iterable
    {
        yield 'a priority beyond four' => ['"now":5', '/priorities/wide/now'];
        yield 'a cell that is missing' => ['"never":1', '/priorities/wide/now'];
    }

    #[DataProvider('badMatrices')]
    public function test_a_matrix_with_a_hole_is_refused(string $cell, string $at): void
    {
        $json = json_encode(PriorityMatrix::usual()->toArray(), JSON_THROW_ON_ERROR);
        try {
            PriorityMatrix::read(Document::parse(substr_replace($json, $cell, (int) strpos($json, '"now":1'), 7)));
            self::fail('It was taken.');
        } catch (BadInput $e) {
            self::assertSame($at, $e->at);
        }
    }

    public function test_a_draft_says_what_is_hit_since_when_where_and_what_is_done(): void
    {
        $services = [
            ['name' => 'Vehicle lanes', 'state' => State::Down], ['name' => 'Booking', 'state' => State::Degraded],
            ['name' => 'Payment', 'state' => State::Degraded],
        ];

        self::assertSame(
            'Vehicle lanes: not working since 07:09, at Ask and Skjell. Booking and Payment: only partly working since 07:09, at Ask and Skjell. We are looking for the cause.',
            Draft::from(Stage::Looking, $services, '07:09', ['Ask', 'Skjell'])->text,
        );
        self::assertSame(
            'We have had a fault since 07:09; services are still working. We are fixing it.',
            Draft::from(Stage::Fixing, [], '07:09', [])->text,
        );
        self::assertSame(
            'Vehicle lanes: working normally again.',
            Draft::from(Stage::Restored, array_slice($services, 0, 1), '07:09', [])->text,
        );
    }

    public function test_an_incident_that_has_grown_is_raised_and_one_that_has_eased_is_left_as_it_was_judged(): void
    {
        $matrix = PriorityMatrix::usual();
        $wide = Proposal::from([self::hit('lanes', 1, State::Down)], 3);
        $little = Proposal::from([self::hit('boards', 4, State::Degraded)], 1);

        self::assertSame([1, Impact::Wide, Urgency::Now], $wide->raises($matrix, Impact::Few, Urgency::Soon));
        self::assertNull($wide->raises($matrix, Impact::Wide, Urgency::Now));
        self::assertNull($little->raises($matrix, Impact::Wide, Urgency::Now));
        // What a person judged higher stays, and counts with what has grown.
        self::assertSame([2, Impact::Part, Urgency::Now], $little->raises($matrix, Impact::Few, Urgency::Now));
        foreach (Impact::cases() as $impact) {
            foreach (Urgency::cases() as $urgency) {
                foreach ([$wide, $little] as $proposal) {
                    $raised = $proposal->raises($matrix, $impact, $urgency);
                    self::assertTrue($raised === null || $raised[0] < $matrix->priority($impact, $urgency));
                    // Once raised, there is nothing more to raise.
                    self::assertNull($raised === null ? null : $proposal->raises($matrix, $raised[1], $raised[2]));
                }
            }
        }
    }

    private static function hit(string $id, int $tier, State $state): HitService
    {
        return new HitService($id, ucfirst($id), $tier, $state);
    }
}
