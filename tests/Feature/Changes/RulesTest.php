<?php

declare(strict_types=1);

namespace Tests\Feature\Changes;

use Illuminate\Support\Facades\DB;
use Inertia\Testing\AssertableInertia as Shown;
use Tests\TestCase;

/** The organisation sets how changes are approved and when they may be made, and tries it first. */
final class RulesTest extends TestCase
{
    use PlansChanges;

    public function test_rules_are_tried_kept_by_version_and_refused_where_they_are_wrong(): void
    {
        $this->go($this->planned(), 'ask');
        $this->actingAs($this->person('per-strand'));
        $rules = self::document(
            [
                'kinds' => [
                    'normal' => [
                        'minor' => [['name' => 'board', 'of' => ['mika-sund'], 'needs' => 'one']],
                        'major' => [['name' => 'board', 'of' => ['mika-sund'], 'needs' => 'one']],
                    ],
                ],
            ]
        );
        $this->postJson('/settings/changes/try', ['rules' => $rules])->assertOk()->assertJson(
            ['tried' => 1, 'different' => [['ref' => 'CH-0001', 'was' => 'approved by peers, then owners', 'is' => 'approved by board']]]
        );
        $this->postJson('/settings/changes/try', ['rules' => '{"kinds":{}}'])->assertStatus(422)
            ->assertJsonPath('error.at', '/kinds/standard');
        $save = fn(string $rules, int $version) => $this->send(
            '/settings/changes', ['rules' => $rules, 'note' => 'The board decides', 'version' => $version]
        );
        $save($rules, 0)->assertSessionHasNoErrors();
        $save($rules, 0)->assertSessionHasErrors('action');
        $save('{', 1)->assertSessionHasErrors('rules');
        $save(str_replace('mika-sund', 'nobody-here', $rules), 1)
            ->assertSessionHasErrors(['rules' => 'There are no people called "nobody-here". Correct the ids, or leave them out.']);
        self::assertSame(1, DB::table('change_rule_sets')->count());
        // What was asked for before stays with those who were asked.
        $this->get('/changes/1')->assertInertia(static fn(Shown $page) => $page->where('change.stages.0.name', 'peers'));
    }

    public function test_rules_are_tried_for_hours_and_freezes_too(): void
    {
        $this->planned();
        $this->actingAs($this->person('per-strand'));
        $try = fn(mixed ...$more): mixed => $this->postJson(
            '/settings/changes/try', ['rules' => self::document(array_filter($more, is_string(...), ARRAY_FILTER_USE_KEY))]
        )->assertOk()->json('different.*.is');
        // It is from 23:00 to midnight, Wednesday 4 March, in Oslo.
        self::assertSame([], $try(windows: [['name' => 'nights', 'days' => ['wed'], 'from' => '23:00', 'to' => '24:00']]));
        self::assertSame(
            ['outside “nights”'], $try(windows: [['name' => 'nights', 'days' => ['wed'], 'from' => '23:01', 'to' => '24:00']])
        );
        self::assertSame(
            ['outside “nights”'], $try(windows: [['name' => 'nights', 'days' => ['wed'], 'from' => '22:00', 'to' => '23:59']])
        );
        self::assertSame([], $try(freezes: [['name' => 'Fair', 'from' => '2026-03-05T00:00', 'to' => '2026-03-06T00:00']]));
        self::assertSame(['in “Fair”'], $try(freezes: [['name' => 'Fair', 'from' => '2026-03-04T23:59', 'to' => '2026-03-06T00:00']]));
    }

    public function test_freezes_come_from_a_calendar(): void
    {
        $this->actingAs($this->person('per-strand'));
        $calendar = static fn(string ...$events): string => implode("\r\n", ['BEGIN:VCALENDAR', 'VERSION:2.0', 'PRODID:-//x//y//EN', ...array_map(
            static fn(string $event): string => "BEGIN:VEVENT\r\nDTSTAMP:20260101T000000Z\r\n$event\r\nEND:VEVENT", $events,
        ), 'END:VCALENDAR', '']);
        $take = fn(string $text, ?string $rules = null) => $this->postJson(
            '/settings/changes/calendar', ['rules' => $rules ?? self::document([]), 'calendar' => $text]
        );
        $days = "UID:a\r\nSUMMARY:Boat show\r\nDTSTART;VALUE=DATE:20260328\r\nDTEND;VALUE=DATE:20260330";
        $monthly = "UID:b\r\nSUMMARY:Pay day\r\nDTSTART:20200125T080000Z\r\nDTEND:20200125T100000Z\r\nRRULE:FREQ=MONTHLY";
        $moment = "UID:z\r\nSUMMARY:A moment\r\nDTSTART:20260401T080000Z";
        $answer = $take($calendar($days, $monthly, $moment))->assertOk();
        $freezes = (array) json_decode((string) $answer->json('rules'), true)['freezes'];
        // An endless rule is followed as far as the time that is looked at.
        self::assertSame(14, $answer->json('added'));
        self::assertContains(['name' => 'Boat show', 'from' => '2026-03-28T00:00', 'to' => '2026-03-30T00:00'], $freezes);
        self::assertContains(['name' => 'Pay day', 'from' => '2026-03-25T09:00', 'to' => '2026-03-25T11:00'], $freezes);
        self::assertContains(['name' => 'Pay day', 'from' => '2026-06-25T10:00', 'to' => '2026-06-25T12:00'], $freezes);
        self::assertSame(
            0, $take($calendar($days, $monthly), (string) $answer->json('rules'))->assertOk()->json('added'), 'Twice changes nothing.'
        );
        self::assertSame(0, DB::table('change_rule_sets')->count(), 'Nothing is kept yet.');
        foreach ([
            'no calendar' => 'hello',
            'nothing ahead' => $calendar("UID:c\r\nSUMMARY:Long ago\r\nDTSTART:20200125T080000Z\r\nDTEND:20200125T100000Z"),
            'too many' => $calendar(
                "UID:d\r\nSUMMARY:Each hour\r\nDTSTART:20260301T000000Z\r\nDTEND:20260301T000100Z\r\nRRULE:FREQ=HOURLY"
            ),
            'never' => $calendar(
                "UID:e\r\nSUMMARY:Never\r\nDTSTART:20260301T000000Z\r\nDTEND:20260301T000100Z\r\nRRULE:FREQ=YEARLY;BYMONTH=2;BYMONTHDAY=31"
            ),
        ] as $what => $wrong) {
            $take($wrong)->assertStatus(422);
        }
        $take($calendar($days), '{')->assertStatus(422)->assertJsonPath('error.at', '');
        $this->actingAs($this->person(self::BY));
        $take($calendar($days))->assertForbidden();
    }
}
