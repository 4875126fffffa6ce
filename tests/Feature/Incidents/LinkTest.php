<?php

declare(strict_types=1);

namespace Tests\Feature\Incidents;

use App\Incidents\Incident;
use App\Incidents\Link;
use App\Incidents\LinkKind;
use App\Incidents\LinkReport;
use App\Incidents\Report;
use App\Platform\Journal\Actor;
use App\Platform\Refused;
use Illuminate\Database\QueryException;
use Illuminate\Support\Facades\DB;
use Tests\TestCase;

/** What belongs together, from when until when. */
final class LinkTest extends TestCase
{
    private function report(): Report
    {
        return Report::factory()->createOne()->refresh();
    }

    public function test_a_report_is_about_one_incident_at_a_time_and_its_history_stays(): void
    {
        [$report, $one, $other, $by] = [
            $this->report(), Incident::factory()->createOne(), Incident::factory()->createOne(),
            Actor::person($this->person('ingrid-vale')),
        ];
        self::assertSame([$report->id], Report::query()->loose()->pluck('id')->all());
        LinkReport::to($report, $one, $by);
        self::assertSame([$one->id, $one->id, false], [$report->incident_id, $report->incident?->id, $report->wasUnlinked()]);
        self::assertSame([$report->id], $one->reports()->pluck('reports.id')->all());
        self::assertSame([[], [$report->id], []], [
            Report::query()->loose()->pluck('id')->all(), Report::query()->about($one->id)->pluck('id')->all(),
            Report::query()->about($other->id)->pluck('id')->all(),
        ]);
        try {
            LinkReport::to($report, $other, $by);
            self::fail('It is linked already.');
        } catch (Refused $e) {
            self::assertStringContainsString("linked already, to {$one->ref()}", $e->getMessage());
        }

        $this->travel(5)->minutes();
        LinkReport::undo($report, 'something else', $by);
        self::assertSame([null, true, 0], [$report->incident_id, $report->wasUnlinked(), $one->reports()->count()]);
        LinkReport::to($report, $other, $by);
        self::assertSame([$other->id, false], [$report->incident_id, $report->wasUnlinked()]);
        self::assertSame(
            [[$one->id, true], [$other->id, false]],
            Link::query()->orderBy('id')->get()->map(static fn(Link $link): array => [$link->to_id, $link->until !== null])->all(),
        );
    }

    public function test_two_records_are_tied_once(): void
    {
        self::assertTrue(Link::tie(['report', 1], ['incident', 2], LinkKind::About));
        self::assertFalse(Link::tie(['report', 1], ['incident', 2], LinkKind::About));
        $this->expectException(QueryException::class);
        DB::table('links')->insert(DB::table('links')->get([
            'from_kind', 'from_id', 'to_kind', 'to_id', 'kind', 'since',
        ])->map(static fn(\stdClass $row): array => (array) $row)->all());
    }
}
