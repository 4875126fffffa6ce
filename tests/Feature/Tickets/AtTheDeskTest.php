<?php

declare(strict_types=1);

namespace Tests\Feature\Tickets;

use App\Platform\Person;
use App\Tickets\Ticket;
use Carbon\CarbonImmutable;
use Illuminate\Support\Carbon;
use Illuminate\Support\Facades\DB;
use Inertia\Testing\AssertableInertia as Shown;
use Skarvo\Incidents\Stops;
use Skarvo\Tickets\TicketState;
use Tests\TestCase;

/** Who is free at the desk, who has a ticket open beside somebody, and what a reporter hears while nobody is free. */
final class AtTheDeskTest extends TestCase
{
    use AtTheDesk;

    protected function setUp(): void
    {
        parent::setUp();
        Person::query()->where('id', '!=', 'mika-sund')->get()
            ->each(static fn(Person $one) => $one->update(['roles' => array_values(array_diff($one->roles, ['desk']))]));
    }

    public function test_who_hands_over_sees_who_is_free_and_has_least(): void
    {
        $mika = $this->desk();
        $this->person('noor-lind')->update(['roles' => ['desk']]);
        $this->person('lea-eik')->update(['roles' => ['desk']]);
        DB::table('absences')->insert(
            [
                'person_id' => 'lea-eik', 'kind' => 'leave', 'from_at' => now()->getTimestamp() - 60,
                'to_at' => now()->getTimestamp() + 3600, 'what' => '',
            ]
        );
        self::assertSame([], array_keys(array_filter($this->free())), 'Nobody is there yet.');
        $this->here();
        $this->actingAs($this->person('lea-eik'));
        $this->here();
        $this->actingAs($mika);
        self::assertSame(['mika-sund' => true, 'lea-eik' => false, 'noor-lind' => false], $this->free());

        DB::table('absences')->update(['kind' => 'wish']);
        self::assertCount(2, array_filter($this->free()), 'Who would rather not be on call is here all the same.');
        DB::table('absences')->update(['kind' => 'leave']);
        $this->later(151);
        self::assertSame([], array_keys(array_filter($this->free())), 'Whoever fell silent has left.');
        $this->here();
        config()->set('skarvo.desk_most_open', 1);
        $ticket = $this->reported('Shut', null);
        $this->desk();
        $this->post('/tickets/take', ['tickets' => [$ticket->id]], ['X-Request-Key' => 't']);
        self::assertFalse($this->free()['mika-sund']);
        $this->post('/tickets/close', ['tickets' => [$ticket->id]], ['X-Request-Key' => 'c']);
        self::assertTrue($this->free()['mika-sund']);
    }

    public function test_two_who_have_a_ticket_open_hear_of_each_other(): void
    {
        $ticket = $this->reported('Shut', null);
        $other = $this->reported('Shut too', null);
        $this->desk();
        $this->here($ticket)->assertExactJson(['others' => []]);
        $this->person('noor-lind')->update(['roles' => ['desk']]);
        $this->actingAs($this->person('noor-lind'));
        $this->here($other)->assertExactJson(['others' => []]);
        $this->here($ticket)->assertExactJson(['others' => ['Mika Sund']]);
        $this->here()->assertExactJson(['others' => []]);
        $this->desk();
        $this->here($ticket)->assertExactJson(['others' => []]);
        $this->actingAs($this->person('lea-eik'))->post('/tickets/here', ['ticket' => $ticket->id])->assertForbidden();
    }

    public function test_a_reporter_hears_by_when_there_is_an_answer_while_nobody_is_free(): void
    {
        $ticket = $this->reported('Shut', null, ['stops' => Stops::All->value]);
        $by = $ticket->respond_by?->toJSON();
        self::assertSame($by, $this->busy($ticket));
        $this->desk();
        $this->here();
        self::assertNull($this->busy($ticket), 'Somebody is free.');
        $this->later(151);
        self::assertSame($by, $this->busy($ticket));
        $this->desk();
        $this->post('/tickets/take', ['tickets' => [$ticket->id]], ['X-Request-Key' => 't']);
        self::assertSame(TicketState::Ours, $ticket->refresh()->state);
        self::assertNull($this->busy($ticket), 'Somebody has it.');
        // Who reports at night hears when the desk opens, and nothing else.
        CarbonImmutable::setTestNow('2026-03-03T22:30:00Z');
        Carbon::setTestNow('2026-03-03T22:30:00Z');
        self::assertNull($this->busy($this->reported('Shut at night', null, ['stops' => Stops::Little->value])));
        CarbonImmutable::setTestNow('2026-03-04T08:00:00Z');
        Carbon::setTestNow('2026-03-04T08:00:00Z');
        $late = $this->reported('Shut too', null);
        $this->travelTo($late->respond_by?->addSecond());
        self::assertNull($this->busy($late), 'Nothing is promised that has passed.');
    }

    /** @return \Illuminate\Testing\TestResponse<\Symfony\Component\HttpFoundation\Response> */
    private function here(?Ticket $ticket = null): \Illuminate\Testing\TestResponse
    {
        return $this->post('/tickets/here', ['ticket' => $ticket?->id])->assertOk();
    }

    /** @return array<string, bool> whether each is free, in order */
    private function free(): array
    {
        $free = [];
        $this->get('/tickets')->assertInertia(static function (Shown $shown) use (&$free): void {
            $shown->missing('desk')->reloadOnly('desk', static function (Shown $again) use (&$free): void {
                $free = array_column((array) data_get($again->toArray(), 'props.desk'), 'free', 'id');
            });
        });

        return $free;
    }

    private function busy(Ticket $ticket): ?string
    {
        $busy = null;
        $this->guest()->get("/report/{$ticket->reported()->key()}")->assertInertia(static function (Shown $shown) use (&$busy): void {
            $busy = data_get($shown->toArray(), 'props.busy.by');
        });

        return $busy;
    }
}
