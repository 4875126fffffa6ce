<?php

declare(strict_types=1);

namespace Tests\Feature\Incidents;

use App\Incidents\Report;
use App\Platform\Journal\Entry;
use Inertia\Testing\AssertableInertia as Shown;
use PHPUnit\Framework\Attributes\DataProvider;
use Tests\TestCase;

final class ReportTest extends TestCase
{
    private const GOOD = [
        'service' => 'booking', 'what' => 'No ticket came', 'site' => 'Ask', 'name' => 'Lea Krag', 'email' => 'lea@mail.example',
    ];

    /** @return iterable<string, array{array<string, mixed>, string, string}> */
    public static function refused(): iterable
    {
        yield 'a service that is not there' => [['service' => 'moon'], 'service', 'Choose one of the services in the list.'];
        yield 'an item that is no service' => [['service' => 'clk-2'], 'service', 'Choose one of the services in the list.'];
        yield 'a service that is not public' => [['service' => 'ticket-check'], 'service', 'Choose one of the services in the list.'];
        yield 'nothing told' => [['what' => '   '], 'what', 'Say in a few words what happens.'];
        yield 'no mail address' => [['email' => 'lea'], 'email', 'This does not look like a mail address. Correct it, or leave it empty.'];
        yield 'a list where a text belongs' => [['what' => ['a', 'b']], 'what', 'The what field must be a string.'];
    }

    /** @param  array<string, mixed>  $change */
    #[DataProvider('refused')]
    public function test_what_is_wrong_is_said_beside_the_field(array $change, string $field, string $says): void
    {
        $this->from('/report')->post('/report', [...self::GOOD, ...$change])
            ->assertRedirect('/report')->assertSessionHasErrors([$field => $says]);
        self::assertSame(0, Report::query()->count());
    }

    public function test_name_and_mail_may_stay_empty(): void
    {
        $this->post(
            '/report', ['service' => 'booking', 'what' => 'No ticket came', 'name' => ' ', 'email' => '', 'site' => ''],
        )->assertRedirect();
        $report = Report::query()->sole();

        self::assertSame([null, null, null], [$report->name, $report->email, $report->site]);
        self::assertSame('A reporter', Entry::query()->where('kind', 'report.received')->sole()->by());
    }

    public function test_the_reporter_follows_it_by_an_address_that_nobody_guesses(): void
    {
        $address = (string) $this->post('/report', self::GOOD)->headers->get('Location');
        self::assertMatchesRegularExpression('~/report/[A-Za-z0-9]{64}$~', $address);
        $this->get($address)->assertInertia(fn(Shown $page) => $page->where('report.what', 'No ticket came')->has('updates', 0));
        $this->get('/report/'.str_repeat('a', 40))->assertNotFound();
    }

    public function test_what_was_written_is_shown_as_it_was_written_and_never_runs(): void
    {
        $this->post('/report', [...self::GOOD, 'what' => '</script><script>alert(1)</script>']);
        $content = (string) $this->actingAs($this->person('ingrid-vale'))->get('/')->getContent();

        self::assertStringNotContainsString('<script>alert(1)', $content);
        $this->get('/')->assertInertia(fn(Shown $page) => $page->where('reports.0.what', '</script><script>alert(1)</script>'));
    }

    public function test_one_address_cannot_send_reports_without_end(): void
    {
        for ($n = 0; $n < 20; $n++) {
            $this->post('/report', [...self::GOOD, 'send_key' => "k$n"])->assertRedirect();
        }
        $this->post('/report', [...self::GOOD, 'send_key' => 'k20'])->assertStatus(429);
        $this->later(61);
        $this->post('/report', [...self::GOOD, 'send_key' => 'k20'])->assertRedirect();
        self::assertSame(21, Report::query()->count());
    }

    public function test_the_watch_shows_it_until_it_is_linked_and_the_band_can_narrow_it_away(): void
    {
        $this->post('/report', self::GOOD);
        $this->actingAs($this->person('ingrid-vale'));
        $this->get('/')->assertInertia(fn(Shown $page) => $page->has('reports', 1)->where('reports.0.service', 'Booking'));
        $this->get('/?from=2026-03-03T07:00:00Z&to=2026-03-03T07:30:00Z')->assertInertia(fn(Shown $page) => $page->has('reports', 0));
        $report = Report::query()->sole();
        $this->from('/')
            ->post("/reports/$report->id/link", ['incident' => 409])
            ->assertSessionHasErrors(['action' => 'IN-0409 is resolved. Link the report to one that is under way.']);
        $this->from('/')->post("/reports/$report->id/link", ['incident' => 9999])->assertSessionHasErrors('incident');
    }
}
