<?php

declare(strict_types=1);

namespace Tests\Feature\Incidents;

use App\Incidents\Incident;
use App\Platform\Journal\Entry;
use App\Platform\Journal\Telling;
use Illuminate\Support\ViewErrorBag;
use PHPUnit\Framework\Attributes\TestWith;
use Tests\TestCase;

/** Since when it is so, is corrected by whoever knows better than the monitors. */
final class StartTest extends TestCase
{
    private Incident $incident;

    protected function setUp(): void
    {
        parent::setUp();
        $this->incident = Incident::factory()->createOne(['started_at' => now()->subMinutes(10)]);
        $this->actingAs($this->person('ingrid-vale'));
    }

    private function correct(mixed $since): void
    {
        $this->incident->refresh();
        $this->post("/incidents/{$this->incident->id}/change", [
            'version' => $this->incident->version, 'title' => $this->incident->title, 'stage' => $this->incident->stage->value,
            'impact' => $this->incident->impact->value, 'urgency' => $this->incident->urgency->value, 'since' => $since,
        ], ['X-Request-Key' => uniqid()]);
    }

    /** @return list<string> what the journal says of its start */
    private function said(): array
    {
        return array_values(Entry::query()->about('incident', $this->incident->id)->where('kind', 'incident.changed')->get()
            ->map(static fn(Entry $one): string => Telling::of($one)['lead'].', '.Telling::of($one)['rest'])->all());
    }

    public function test_it_is_corrected_and_the_journal_says_so(): void
    {
        $restore = $this->incident->restore_by;
        $this->correct('2026-03-03T08:41:00+01:00');

        self::assertSame('07:41', $this->incident->refresh()->started_at->format('H:i'));
        self::assertSame(['Began at 08:41, instead of 08:50'], $this->said());
        self::assertEquals($restore, $this->incident->restore_by, 'What is promised counts from when somebody could do something.');
    }

    #[TestWith([null])]
    #[TestWith(['2026-03-03T07:50:00Z'])]
    #[TestWith(['2026-03-03T07:50:59Z'])]
    public function test_what_is_as_it_was_is_no_correction(?string $since): void
    {
        $this->correct($since);
        self::assertSame('07:50:00', $this->incident->refresh()->started_at->format('H:i:s'));
        self::assertSame([], $this->said());
    }

    #[TestWith(['2026-03-03T08:01:00Z', 'It cannot have begun later than now.'])]
    #[TestWith(['2026-02-01T07:00:00Z', 'Say a time within 30 days'])]
    #[TestWith(['yesterday', 'since'])]
    #[TestWith([['x'], 'since'])]
    public function test_what_cannot_be_is_refused(mixed $since, string $words): void
    {
        $this->correct($since);
        $errors = session('errors');
        self::assertInstanceOf(ViewErrorBag::class, $errors);
        self::assertStringContainsString($words, $errors->first('since'));
        self::assertSame('07:50', $this->incident->refresh()->started_at->format('H:i'));
        self::assertSame([], $this->said());
    }

    public function test_this_very_minute_is_not_later_than_now(): void
    {
        $this->correct('2026-03-03T08:00:00Z');
        self::assertSame('08:00', $this->incident->refresh()->started_at->format('H:i'));
    }
}
