<?php

declare(strict_types=1);

namespace Tests\Feature\Rota;

use App\Desk\RunningClocks;
use App\Platform\Person;
use App\Rota\Handovers;
use App\Rota\Rota;
use App\Rota\RotaEntry;
use App\Signals\Alert;
use Illuminate\Support\Collection;
use Illuminate\Support\Facades\DB;
use Inertia\Testing\AssertableInertia as Shown;
use Tests\TestCase;

/** A turn is handed over: put together by itself, added to, confirmed. */
final class HandoverTest extends TestCase
{
    private int $at;

    private string $leaves;

    private string $comes;

    protected function setUp(): void
    {
        parent::setUp();
        $now = now()->getTimestamp();
        [$this->leaves, $this->comes] = Person::query()->where('team_id', 'platform')->orderBy('id')->limit(2)->pluck('id')->all();
        $this->at = $now + 3600;
        Rota::query()->findOrFail('platform')->update(['overrides' => [
            ['from' => gmdate('Y-m-d\TH:i:s\Z', $now - 7200), 'to' => gmdate('Y-m-d\TH:i:s\Z', $this->at), 'person' => $this->leaves],
            ['from' => gmdate('Y-m-d\TH:i:s\Z', $this->at), 'to' => gmdate('Y-m-d\TH:i:s\Z', $this->at + 86400), 'person' => $this->comes],
        ]]);
    }

    /** @return array<string, mixed> */
    private function mine(): array
    {
        $found = [];
        $this->get('/handovers')->assertInertia(function (Shown $page) use (&$found): void {
            $page->component('Rota/Handovers')->where('handovers', function (Collection $all) use (&$found): bool {
                $found = $all->first(fn(array $one): bool => $one['rota'] === 'platform' && $one['at'] === $this->at * 1000) ?? [];

                return true;
            });
        });

        return $found;
    }

    public function test_what_is_open_and_what_was_noisy_puts_itself_together(): void
    {
        foreach ([1, 2, 3] as $n) {
            $this->signal([self::firing('clk-2', 'error')]);
            $this->takeSignals();
            $this->later(60);
            $this->signal([[...self::firing('clk-2'), 'condition' => 'clear']]);
            $this->takeSignals();
            $this->later(2000);
        }
        $this->signal([self::firing('clk-2', 'error')]);
        $this->takeSignals();
        $this->actingAs($this->person('ingrid-vale'))->post(
            '/incidents',
            [
                'alerts' => [Alert::query()->whereNull('closed_at')->latest('id')->firstOrFail()->id], 'title' => 'Clock',
                'service' => 'vehicle-lanes', 'impact' => 'wide', 'urgency' => 'now', 'team' => 'platform',
            ],
        );
        $sections = collect(Handovers::gather(
            Rota::query()->findOrFail('platform'), now()->getTimestamp() - 9000, now()->getTimestamp(),
        ))->keyBy('title');

        self::assertStringContainsString('priority 1: Clock', $sections['Open']['lines'][0]['text'] ?? '');
        self::assertStringContainsString('4 times', $sections['Noisy in this turn']['lines'][0]['text'] ?? '');
        self::assertContains('One page went out', array_column($sections['Noisy in this turn']['lines'] ?? [], 'text'));
        foreach ($sections as $section) {
            foreach ($section['lines'] as $line) {
                $this->get($line['link'])->assertOk();
            }
        }
    }

    public function test_whoever_leaves_adds_and_whoever_comes_confirms(): void
    {
        $this->actingAs($this->person($this->leaves));
        $one = $this->mine();
        self::assertSame(['leaves', 0, null], [$one['mine'], $one['version'], $one['confirmed']]);
        $this->post(
            "/handovers/platform/$this->at/note", ['added' => 'The antenna was turned by hand.', 'version' => 0],
        )->assertSessionHasNoErrors();
        $this->post("/handovers/platform/$this->at/confirm")->assertSessionHasErrors('action');

        $this->later(3700);
        self::assertContains('Handover not confirmed, Platform on call', array_column(RunningClocks::all(), 'title'));
        $this->actingAs($this->person($this->comes));
        self::assertSame(['comes', 'The antenna was turned by hand.'], [$this->mine()['mine'], $this->mine()['added']]);
        foreach ([1, 2] as $click) {
            $this->post("/handovers/platform/$this->at/confirm")->assertSessionHasNoErrors();
        }
        self::assertSame(Person::query()->find($this->comes)?->name, $this->mine()['confirmedBy']);
        self::assertNotContains('Handover not confirmed, Platform on call', array_column(RunningClocks::all(), 'title'));
        $this->post("/handovers/platform/$this->at/note", ['added' => 'Too late', 'version' => 2])->assertSessionHasErrors('action');
        self::assertSame('The antenna was turned by hand.', DB::table('handovers')->value('added'));
        self::assertSame([['rota:platform'], ['rota:platform']], [
            self::entriesOf(RotaEntry::HandoverNoted), self::entriesOf(RotaEntry::HandoverConfirmed),
        ]);
    }

    public function test_two_who_write_do_not_write_over_each_other(): void
    {
        $this->actingAs($this->person($this->leaves));
        $this->post("/handovers/platform/$this->at/note", ['added' => 'First', 'version' => 0]);
        $version = $this->mine()['version'];
        $this->post("/handovers/platform/$this->at/note", ['added' => 'Second', 'version' => $version])->assertSessionHasNoErrors();
        $this->post(
            "/handovers/platform/$this->at/note", ['added' => 'Third, unaware of the second', 'version' => $version],
        )->assertSessionHasErrors('action');

        self::assertSame('Second', $this->mine()['added']);
    }

    public function test_others_do_not_write_and_a_time_at_which_nobody_hands_over_is_refused(): void
    {
        $other = Person::query()->where('team_id', 'crew')->orderBy('id')->firstOrFail();
        $this->actingAs($other)->post("/handovers/platform/$this->at/note", ['added' => 'x', 'version' => 0])->assertForbidden();
        $this->actingAs($this->person('ingrid-vale'));
        $this->post('/handovers/platform/'.($this->at + 5).'/note', ['added' => 'x', 'version' => 0])->assertSessionHasErrors('action');
        $this->post("/handovers/platform/$this->at/confirm")->assertSessionHasNoErrors();
    }
}
