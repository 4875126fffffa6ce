<?php

declare(strict_types=1);

namespace Tests\Feature\Changes;

use App\Changes\Change;
use App\Changes\Templates\ChangeTemplate;
use Illuminate\Support\Facades\DB;
use Inertia\Testing\AssertableInertia as Shown;
use Skarvo\Changes\ChangeState;
use Tests\TestCase;

/** What went well becomes a template, others agree on it, and what keeps to it needs nobody's word any more. */
final class TemplatesTest extends TestCase
{
    use PlansChanges;

    private function done(mixed ...$more): Change
    {
        $this->minor();
        $change = $this->planned(...$more);
        $this->go($change, 'ask');
        $this->say($change, self::PEER, true)->assertSessionHasNoErrors();
        foreach (['begin', 'finish'] as $step) {
            $this->go($change, $step)->assertSessionHasNoErrors();
        }

        return $change->refresh();
    }

    private function template(Change $change, bool $any = false): ChangeTemplate
    {
        $this->send("/changes/$change->id/template", ['title' => 'Firmware of a clock', 'any' => $any])->assertSessionHasNoErrors();

        return ChangeTemplate::query()->latest('id')->firstOrFail();
    }

    private function agree(ChangeTemplate $template): void
    {
        $this->actingAs($this->person('ingrid-vale'));
        $this->send("/changes/templates/$template->id/agree", [])->assertSessionHasNoErrors();
        $this->actingAs($this->person(self::BY));
    }

    public function test_a_change_that_went_well_becomes_a_template_and_the_next_needs_nobodys_word(): void
    {
        $change = $this->done();
        $template = $this->template($change);
        $standard = fn(mixed ...$more) => $this->send(
            '/changes', self::plan(...['kind' => 'standard', 'template' => $template->id, ...$more])
        );
        $standard()->assertSessionHasErrors(
            ['kind' => 'Nobody has agreed on the template “Firmware of a clock” yet. Make it a normal change, or plan it from a template.']
        );
        // Not whoever made it, nor anybody who does not coordinate.
        foreach ([self::BY, self::PEER] as $wrong) {
            $this->actingAs($this->person($wrong));
            $this->send("/changes/templates/$template->id/agree", [])->assertSessionHasErrors('action');
        }
        // Nor a coordinator who made it.
        $template->update(['author_id' => 'mika-sund']);
        $this->actingAs($this->person('mika-sund'));
        $this->send("/changes/templates/$template->id/agree", [])->assertSessionHasErrors('action');
        $this->agree($template);
        $this->agree($template);
        $this->get(
            "/changes/new?template=$template->id"
        )->assertInertia(static fn(Shown $page) => $page->where('like.kind', 'standard')->where('like.template', $template->id)
            ->where('like.down.0.id', 'clk-2')->where('like.steps.1.noReturn', true));
        $standard(from: '2026-03-05T22:00:00Z', to: '2026-03-05T23:00:00Z')->assertSessionHasNoErrors();
        $next = Change::query()->latest('id')->firstOrFail();
        $this->go($next, 'ask')->assertSessionHasNoErrors();
        self::assertSame([ChangeState::Approved, $template->id], [$next->refresh()->state, $next->template_id]);
        $this->get("/changes/$next->id")
            ->assertInertia(static fn(Shown $page) => $page->where('change.template.title', 'Firmware of a clock'));
        $this->get('/changes/templates')->assertInertia(
            static fn(Shown $page) => $page->has('templates', 1)->where('templates.0.used', 0)
                ->where('templates.0.agreed.by', 'Ingrid Vale')->where('templates.0.mayAgree', false)
        );
        self::assertSame(
            ['change_template.made', 'change_template.agreed'],
            DB::table('journal')->where('kind', 'like', 'change_template.%')->orderBy('seq')->pluck('kind')->all()
        );

        $standard(to: '2026-03-04T23:01:00Z')->assertSessionHasErrors(
            [
                'kind' => 'It does not keep to the template “Firmware of a clock”: it takes longer. Do as it says, or make it a normal change.',
            ]
        );
        $standard(template: null)->assertSessionHasErrors(
            [
                'kind' => 'A standard change is planned from a template that was agreed on. Make it a normal change, or plan it from a template.',
            ]
        );
        $standard(down: [], touched: ['clk-2'])->assertSessionHasErrors('kind');
        // Nor does it become another by an edit; as a normal change it may.
        $edit = fn(mixed ...$more) => $this->send(
            "/changes/$next->id",
            [
                ...self::plan(...['template' => $template->id, 'from' => '2026-03-05T22:00:00Z', 'to' => '2026-03-05T23:00:00Z', ...$more]),
                'version' => $next->refresh()->edition,
            ]
        );
        $edit(kind: 'standard', back_out: 'Another')->assertSessionHasErrors('kind');
        $edit(kind: 'normal', back_out: 'Another')->assertSessionHasNoErrors();
        self::assertSame([ChangeState::Asked, null], [$next->refresh()->state, $next->template_id]);
    }

    public function test_one_that_was_withdrawn_carries_nothing_more(): void
    {
        $template = $this->template($this->done());
        $this->agree($template);
        $plan = ['kind' => 'standard', 'template' => $template->id, 'from' => '2026-03-05T22:00:00Z', 'to' => '2026-03-05T23:00:00Z'];
        [$draft, $approved] = [$this->planned(...$plan), $this->planned(...$plan)];
        $this->go($approved, 'ask')->assertSessionHasNoErrors();
        $this->actingAs($this->person(self::PEER));
        $this->send("/changes/templates/$template->id/withdraw", ['why' => 'It went wrong twice'])->assertSessionHasErrors('action');
        $this->actingAs($this->person('mika-sund'));
        $this->send("/changes/templates/$template->id/withdraw", ['why' => ''])->assertSessionHasErrors('why');
        $this->send("/changes/templates/$template->id/withdraw", ['why' => 'It went wrong twice'])->assertSessionHasNoErrors();
        $this->actingAs($this->person(self::BY));
        $refused = [
            'action' => 'The template “Firmware of a clock” was withdrawn: It went wrong twice. Change its plan to a normal change.',
        ];
        $this->go($draft, 'ask')->assertSessionHasErrors($refused);
        $this->go($approved, 'begin')->assertSessionHasErrors($refused);
        $this->send('/changes', self::plan(...$plan))->assertSessionHasErrors('kind');
        $this->get("/changes/new?template=$template->id")->assertInertia(static fn(Shown $page) => $page->where('like', null));
        $this->actingAs($this->person('ingrid-vale'));
        $this->send("/changes/templates/$template->id/agree", [])->assertSessionHasErrors('action');
    }

    public function test_of_a_kind_of_items_it_is_for_any_of_them(): void
    {
        $template = $this->template($this->done(), true);
        $this->agree($template);
        $kind = (string) DB::table('items')->where('id', 'clk-2')->value('kind');
        self::assertSame($kind, $template->items_of);
        $other = (string) DB::table('items')->where('kind', $kind)->where('id', '<>', 'clk-2')->value('id');
        $stranger = (string) DB::table('items')->where('kind', '<>', $kind)->value('id');
        $of = fn(string ...$down) => $this->send(
            '/changes', self::plan(kind: 'standard', template: $template->id, down: array_values($down))
        );
        $of($other)->assertSessionHasNoErrors();
        $of($stranger)->assertSessionHasErrors('kind');
        $of('clk-2', $other)->assertSessionHasErrors('kind');
        $this->get("/changes/new?template=$template->id")->assertInertia(static fn(Shown $page) => $page->where('like.down', []));
    }

    public function test_what_did_not_go_well_or_has_no_way_back_is_none(): void
    {
        $change = $this->planned();
        $this->send("/changes/$change->id/template", ['title' => 'x'])->assertSessionHasErrors('action');
        $mixed = $this->done(touched: ['tide-feed']);
        $this->send("/changes/$mixed->id/template", ['title' => 'x', 'any' => true])->assertSessionHasErrors('any');
        $this->rules(
            [
                'major' => new \stdClass,
                'kinds' => [
                    'normal' => [
                        'minor' => [['name' => 'peers', 'of' => ['@peers'], 'needs' => 'one']],
                        'major' => [['name' => 'peers', 'of' => ['@peers'], 'needs' => 'one']],
                    ],
                ],
            ]
        );
        $bare = $this->planned(back_out: '');
        foreach (['ask', 'begin', 'finish'] as $step) {
            $step !== 'begin' ?: $this->say($bare, self::PEER, true)->assertSessionHasNoErrors();
            $this->go($bare, $step)->assertSessionHasNoErrors();
        }
        $this->send("/changes/$bare->id/template", ['title' => 'x'])->assertSessionHasErrors('action');
        $this->actingAs($this->person('lotte-krone'));
        $this->send("/changes/$mixed->id/template", ['title' => 'x'])->assertForbidden();
        self::assertSame(0, ChangeTemplate::query()->count());
    }
}
