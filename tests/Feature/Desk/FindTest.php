<?php

declare(strict_types=1);

namespace Tests\Feature\Desk;

use App\Incidents\Incident;
use App\Incidents\Report;
use App\Platform\Outbox\OutboxMessage;
use App\Signals\Alert;
use App\Signals\SignalEntry;
use App\Topology\Standing;
use Illuminate\Support\Collection;
use Illuminate\Support\Facades\DB;
use Inertia\Testing\AssertableInertia as Shown;
use Skarvo\Topology\State;
use Tests\TestCase;

/** The command line finds records by reference, by what people wrote, and items by their fields. */
final class FindTest extends TestCase
{
    /** @return Collection<int, array<string, string>> */
    private function find(string $text): Collection
    {
        return collect((array) $this->getJson('/find?'.http_build_query(['q' => $text]))->assertOk()->json());
    }

    protected function setUp(): void
    {
        parent::setUp();
        $this->post('/report', ['service' => 'vehicle-lanes', 'what' => 'The arm stays down'])->assertSessionHasNoErrors();
        $this->actingAs($this->person('ingrid-vale'));
    }

    public function test_references_words_of_journals_and_updates(): void
    {
        $report = Report::query()->latest('id')->firstOrFail();
        self::assertSame("/reports/$report->id", $this->find($report->ref())->firstWhere('what', 'report')['link'] ?? null);
        $this->post(
            '/incidents',
            ['reports' => [$report->id], 'title' => 'Lanes', 'service' => 'vehicle-lanes', 'impact' => 'part', 'urgency' => 'now'],
        )->assertSessionHasNoErrors();
        $incident = Incident::query()->whereNull('resolved_at')->sole();
        $this->post("/incidents/$incident->id/notes", ['text' => 'Replaced the "antenna" at 50% of the quays']);
        $this->post(
            "/incidents/$incident->id/updates",
            ['number' => 1, 'stage' => 'looking', 'text' => 'Please use the southern ramp.', 'next_minutes' => 30],
        )->assertSessionHasNoErrors();
        self::assertSame("/incidents/$incident->id", $this->find($incident->ref())->firstWhere('what', 'incident')['link'] ?? null);
        foreach (['antenna', 'the "antenna" at 50%'] as $text) {
            self::assertSame($incident->ref(), $this->find($text)->firstWhere('what', 'journal')['more'] ?? null, $text);
        }
        self::assertSame($incident->ref(), $this->find('southern ramp')->firstWhere('what', 'update')['more'] ?? null);
        self::assertCount(0, $this->find('50_ of the quays'));
        self::assertCount(0, $this->find("\u{0}%_"));
    }

    public function test_items_by_the_name_of_a_field_and_its_value(): void
    {
        $tier = $this->find('tier 1')->whereIn('what', ['service', 'item'])->pluck('link')->all();
        self::assertContains('/estate/vehicle-lanes', $tier);
        self::assertNotContains('/estate/freight-manifests', $tier);
        $this->get('/estate?find=tier+1')->assertInertia(fn(Shown $shown) => $shown->where(
            'items', fn(Collection $items): bool => $items->isNotEmpty() && $items->every('cells.tier', '1'),
        ));
        $value = DB::table('item_values')->where('origin', 'hand')
            ->whereNotIn('field', ['name', 'kind', 'site', 'tier', 'team', 'description'])->where('value', '!=', '')
            ->first();
        if ($value !== null) {
            $found = $this->get('/estate?'.http_build_query([
                'find' => str_replace('_', ' ', (string) $value->field).' '.$value->value,
            ]))->inertiaProps('items');
            self::assertContains($value->item_id, array_column((array) $found, 'id'));
        }
    }

    public function test_a_name_that_only_monitors_have_is_matched_to_an_item_once_for_all(): void
    {
        $this->signal([self::firing('MDB1.legacy')]);
        $this->takeSignals();
        $alert = Alert::query()->whereNull('closed_at')->sole();
        self::assertNull($alert->item_id);
        $this->post("/alerts/$alert->id/match", ['named' => 'something else', 'item' => 'manifest-db-1'])->assertNotFound();
        $this->post("/alerts/$alert->id/match", ['named' => 'MDB1.legacy', 'item' => 'no-such'])->assertSessionHasErrors('item');
        $this->actingAs($this->person('noor-lind'))
            ->post("/alerts/$alert->id/match", ['named' => 'MDB1.legacy', 'item' => 'manifest-db-1'])
            ->assertForbidden();
        $this->actingAs($this->person('ingrid-vale'))
            ->post("/alerts/$alert->id/match", ['named' => 'MDB1.legacy', 'item' => 'manifest-db-1'])
            ->assertSessionHasNoErrors();
        self::assertSame(['manifest-db-1', 'freight'], [$alert->refresh()->item_id, $alert->team_id]);
        $this->get('/estate/manifest-db-1')->assertInertia(fn(Shown $shown) => $shown->where('item.state', 'down'));
        $this->get("/alerts/$alert->id")->assertInertia(
            fn(Shown $shown) => $shown->where('items.0.id', 'manifest-db-1')->where('items.0.known', true),
        );
        // The next one by that name is known at once, and its end ends the first.
        $this->later(5);
        $this->signal([
            ['condition' => 'clear', ...array_diff_key(self::firing('MDB1.legacy'), ['condition' => 0])],
            self::firing('MDB1.legacy', 'error', 'disk'),
        ]);
        $this->takeSignals();
        self::assertNotNull($alert->refresh()->closed_at);
        self::assertSame('manifest-db-1', Alert::query()->where('check', 'disk')->sole()->item_id);
    }

    public function test_a_name_that_was_matched_to_the_wrong_item_is_corrected_by_whoever_has_seen_that(): void
    {
        $this->signal([self::firing('MDB1.legacy')]);
        $this->takeSignals();
        $alert = Alert::query()->whereNull('closed_at')->sole();
        $match = fn(string $by, string $item, ?string $was) => $this->actingAs($this->person($by))->post(
            "/alerts/$alert->id/match", ['named' => 'MDB1.legacy', 'item' => $item, 'was' => $was], ['X-Request-Key' => uniqid('', true)],
        );
        $match('ada-holm', 'manifest-db-1', null)->assertSessionHasNoErrors();
        $match('ingrid-vale', 'host-01', null)->assertSessionHasErrors(
            ['item' => 'Ada Holm said meanwhile that "MDB1.legacy" is Manifest store, node 1. Look again, then correct it if that is wrong.'],
        );
        $match('ingrid-vale', 'manifest-db-1', null)->assertSessionHasNoErrors();
        self::assertCount(1, self::entriesOf(SignalEntry::AlertMatched));
        $this->get("/alerts/$alert->id")->assertInertia(fn(Shown $shown) => $shown->where('items.0.called', 'MDB1.legacy'));

        $match('ingrid-vale', 'host-01', 'manifest-db-1')->assertSessionHasNoErrors();
        self::assertSame(['host-01', 'platform'], [$alert->refresh()->item_id, $alert->team_id]);
        self::assertSame(['host-01'], DB::table('alert_items')->where('alert_id', $alert->id)->pluck('item')->all());
        $this->get("/alerts/$alert->id")->assertInertia(
            fn(Shown $shown) => $shown->where('items.0.id', 'host-01')->where('items.0.called', 'MDB1.legacy'),
        );
        self::assertSame(State::Up, Standing::now()->state('manifest-db-1'));
        $this->later(5);
        $this->signal([self::firing('MDB1.legacy', 'error', 'disk')]);
        $this->takeSignals();
        self::assertSame('host-01', Alert::query()->where('check', 'disk')->sole()->item_id);
    }

    public function test_who_answers_for_a_service_is_told_from_the_room(): void
    {
        $this->post(
            '/incidents',
            [
                'item' => 'vehicle-lanes', 'state' => 'down', 'title' => 'Lanes', 'service' => 'vehicle-lanes',
                'impact' => 'part', 'urgency' => 'now',
            ],
        )->assertSessionHasNoErrors();
        $incident = Incident::query()->whereNull('resolved_at')->sole();
        $this->get("/incidents/$incident->id")->assertInertia(
            fn(Shown $shown) => $shown->where('hit.owners.0.id', 'elin-skarv')->where('hit.owners.0.told', null),
        );
        foreach (['k', 'k'] as $key) {
            $this->post(
                "/incidents/$incident->id/tell", ['person' => 'elin-skarv', 'why' => 'Lanes are shut at all sites.'],
                ['X-Request-Key' => $key],
            )->assertSessionHasNoErrors();
        }
        $mail = OutboxMessage::query()->where('kind', 'mail')->sole();
        self::assertStringContainsString('Lanes are shut at all sites.', (string) $mail->payload['text']);
        $this->get("/incidents/$incident->id")->assertInertia(
            fn(Shown $shown) => $shown->where('hit.owners.0.told', fn(?string $at): bool => $at !== null),
        );
    }
}
