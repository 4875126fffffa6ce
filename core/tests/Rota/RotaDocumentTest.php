<?php

declare(strict_types=1);

namespace Skarvo\Tests\Rota;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Skarvo\Json\BadInput;
use Skarvo\Json\Document;
use Skarvo\Rota\RotaDocument;
use Skarvo\Time\Instant;

/** What is refused in a rota, and where; and what is taken at the edges. */
final class RotaDocumentTest extends TestCase
{
    private const LAYER = ['name' => 'weekly', 'people' => ['ana', 'bo'], 'starts' => '2026-01-05T09:00', 'shift' => 'P1W'];

    private const WINDOW = ['days' => ['mon'], 'from' => '08:00', 'to' => '17:00'];

    private const DAY = ['from' => '2026-02-04T00:00:00Z', 'to' => '2026-02-05T00:00:00Z'];

    /** @return iterable<string, array{array<string, mixed>, string, string}> */
    public static function refused(): iterable
    {
        $layer = static fn(array $change): array => ['layers' => [[...self::LAYER, ...$change]]];
        $window = static fn(array $change): array => $layer(['windows' => [[...self::WINDOW, ...$change]]]);
        $override = static fn(array $given): array => ['overrides' => [$given]];

        yield 'a zone that is not spelled so' => [['time_zone' => 'Europe/oslo'], 'out_of_range', '/time_zone'];
        yield 'a zone that is no text' => [['time_zone' => 1], 'wrong_type', '/time_zone'];
        yield 'layers that are no list' => [['layers' => ['a' => 1]], 'wrong_type', '/layers'];
        yield 'a layer that is no object' => [['layers' => ['weekly']], 'wrong_type', '/layers/0'];
        yield 'a layer without a name' => [['layers' => [array_diff_key(self::LAYER, ['name' => 1])]], 'missing_field', '/layers/0/name'];
        yield 'a name twice' => [['layers' => [self::LAYER, self::LAYER]], 'duplicate_id', '/layers/1/name'];
        yield 'a name with a space' => [$layer(['name' => 'the week']), 'out_of_range', '/layers/0/name'];
        yield 'nobody in a layer' => [$layer(['people' => []]), 'out_of_range', '/layers/0/people'];
        yield 'somebody who is a number' => [$layer(['people' => ['ana', 7]]), 'wrong_type', '/layers/0/people/1'];
        yield 'a start with an offset' => [$layer(['starts' => '2026-01-05T09:00+01:00']), 'out_of_range', '/layers/0/starts'];
        yield 'a start with seconds' => [$layer(['starts' => '2026-01-05T09:00:00']), 'out_of_range', '/layers/0/starts'];
        yield 'a start that is no day' => [$layer(['starts' => '2026-02-30T09:00']), 'out_of_range', '/layers/0/starts'];
        yield 'a shift of days and hours' => [$layer(['shift' => 'P1DT1H']), 'out_of_range', '/layers/0/shift'];
        yield 'a shift of minutes' => [$layer(['shift' => 'PT59M']), 'out_of_range', '/layers/0/shift'];
        yield 'a shift of nothing' => [$layer(['shift' => 'P0D']), 'out_of_range', '/layers/0/shift'];
        yield 'a shift of a month' => [$layer(['shift' => 'P1M']), 'out_of_range', '/layers/0/shift'];
        yield 'an end that is null' => [$layer(['ends' => null]), 'wrong_type', '/layers/0/ends'];
        yield 'an unknown field of a layer' => [$layer(['team' => 'quay']), 'unknown_field', '/layers/0/team'];
        yield 'an unknown day' => [$window(['days' => ['mon', 'moonday']]), 'out_of_range', '/layers/0/windows/0/days/1'];
        yield 'a window from 24:00' => [$window(['from' => '24:00']), 'out_of_range', '/layers/0/windows/0/from'];
        yield 'a window to 24:01' => [$window(['to' => '24:01']), 'out_of_range', '/layers/0/windows/0/to'];
        yield 'a window with one digit' => [$window(['from' => '8:00']), 'out_of_range', '/layers/0/windows/0/from'];
        yield 'a window without days' => [
            $layer(['windows' => [['from' => '08:00', 'to' => '17:00']]]), 'missing_field', '/layers/0/windows/0/days',
        ];
        yield 'an override for nobody' => [$override(self::DAY), 'missing_field', '/overrides/0/person'];
        yield 'an override that ends as it starts' => [
            $override([...self::DAY, 'to' => self::DAY['from'], 'person' => 'eli']), 'out_of_range', '/overrides/0/to',
        ];
        yield 'a swap with a third field' => [
            $override([...self::DAY, 'swap' => ['ana', 'bo'], 'person' => 'eli']), 'unknown_field', '/overrides/0/person',
        ];
        yield 'a swap with oneself' => [$override([...self::DAY, 'swap' => ['ana', 'ana']]), 'out_of_range', '/overrides/0/swap'];
        yield 'a swap of three' => [$override([...self::DAY, 'swap' => ['ana', 'bo', 'cy']]), 'out_of_range', '/overrides/0/swap'];
        yield 'a swap that is a text' => [$override([...self::DAY, 'swap' => 'ana']), 'wrong_type', '/overrides/0/swap'];
        yield 'a range that goes back' => [['to' => '2026-01-31T00:00:00Z'], 'out_of_range', '/to'];
        yield 'a range of 401 days' => [['to' => '2027-03-09T00:00:00Z'], 'out_of_range', '/to'];
        yield 'a time without an offset' => [['from' => '2026-02-01T00:00:00'], 'out_of_range', '/from'];
    }

    /** @param  array<string, mixed>  $change */
    #[DataProvider('refused')]
    public function test_what_is_wrong_is_told_where_it_is(array $change, string $code, string $at): void
    {
        try {
            self::read($change);
            self::fail('It was taken.');
        } catch (BadInput $e) {
            self::assertSame([$code, $at], [$e->error->value, $e->at]);
        }
    }

    public function test_four_hundred_days_are_not_too_long(): void
    {
        self::assertCount(58, self::told(['to' => '2027-03-08T00:00:00Z']));
    }

    public function test_a_layer_that_ends_before_it_starts_never_speaks(): void
    {
        self::assertSame(['- 2026-02-01T00:00:00Z'], self::told(['layers' => [[...self::LAYER, 'ends' => '2026-01-01T00:00']]]));
    }

    public function test_a_range_has_400_days_at_the_most(): void
    {
        self::assertNotSame([], self::told(['from' => '2026-01-01T00:00:00Z', 'to' => '2027-02-05T00:00:00Z']));
        $this->expectException(BadInput::class);
        self::told(['from' => '2026-01-01T00:00:00Z', 'to' => '2027-02-05T00:00:01Z']);
    }

    public function test_windows_that_are_an_empty_list_are_never_open(): void
    {
        self::assertSame(['- 2026-02-01T00:00:00Z'], self::told(['layers' => [[...self::LAYER, 'windows' => []]]]));
    }

    public function test_a_later_layer_covers_an_earlier_one_and_lets_it_through_where_it_is_silent(): void
    {
        $nights = [
            'name' => 'nights', 'people' => ['dee'], 'starts' => '2026-01-01T00:00', 'shift' => 'P1D',
            'windows' => [['days' => ['wed'], 'from' => '22:00', 'to' => '06:00']],
        ];

        self::assertSame(
            ['ana 2026-02-04T00:00:00Z', 'dee 2026-02-04T21:00:00Z', 'ana 2026-02-05T05:00:00Z'],
            self::told(['layers' => [self::LAYER, $nights], 'from' => '2026-02-04T00:00:00Z', 'to' => '2026-02-06T00:00:00Z']),
        );
    }

    public function test_a_later_override_goes_over_an_earlier_one_and_one_that_meets_nobody_is_told(): void
    {
        $overrides = [
            [...self::DAY, 'person' => 'eli'],
            ['from' => '2026-02-04T12:00:00Z', 'to' => '2026-02-04T18:00:00Z', 'person' => 'fay', 'instead_of' => 'eli'],
            [...self::DAY, 'person' => 'gus', 'instead_of' => 'nobody-like-that'],
        ];
        [$rota, $from, $to] = self::read(['overrides' => $overrides, 'from' => '2026-02-04T00:00:00Z', 'to' => '2026-02-05T00:00:00Z']);
        $coverage = $rota->between($from, $to);

        self::assertSame([2], $coverage->unusedOverrides);
        self::assertSame(['eli', 'fay', 'eli'], array_map(static fn($s): ?string => $s->person, $coverage->segments));
        self::assertSame([['person' => 'eli', 'seconds' => 64800], ['person' => 'fay', 'seconds' => 21600]], $coverage->toArray()['load']);
    }

    public function test_a_gap_counts_and_a_person_alone_takes_gaps_too(): void
    {
        $late = [
            'layers' => [[...self::LAYER, 'starts' => '2026-02-04T12:00']], 'from' => '2026-02-04T00:00:00Z',
            'to' => '2026-02-05T00:00:00Z',
        ];
        [$rota, $from, $to] = self::read($late);
        self::assertSame(11 * 3600, $rota->between($from, $to)->uncoveredSeconds());

        self::assertSame(['eli 2026-02-04T00:00:00Z'], self::told([...$late, 'overrides' => [[...self::DAY, 'person' => 'eli']]]));
    }

    /**
     * @param  array<string, mixed>  $change
     * @return array{\Skarvo\Rota\Rota, int, int}
     */
    private static function read(array $change): array
    {
        $document = [
            'time_zone' => 'Europe/Oslo', 'layers' => [self::LAYER], 'from' => '2026-02-01T00:00:00Z',
            'to' => '2026-03-01T00:00:00Z', ...$change,
        ];

        return RotaDocument::read(Document::parse(json_encode($document, JSON_THROW_ON_ERROR)));
    }

    /**
     * @param  array<string, mixed>  $change
     * @return list<string>
     */
    private static function told(array $change): array
    {
        [$rota, $from, $to] = self::read($change);

        return array_map(static fn($s): string => ($s->person ?? '-').' '.Instant::format($s->from), $rota->between($from, $to)->segments);
    }
}
