<?php

declare(strict_types=1);

namespace Tests\Feature\Platform;

use App\Platform\Journal\Entry;
use App\Platform\Journal\PlatformEntry;
use App\Platform\Person;
use App\Platform\Staff\Contact;
use App\Platform\Staff\KeepParticulars;
use App\Platform\Team;
use Illuminate\Support\Collection;
use Illuminate\Support\Facades\Artisan;
use Illuminate\Support\Facades\Auth;
use Inertia\Testing\AssertableInertia as Shown;
use Tests\TestCase;

/** Teams, people and their passwords, from an empty installation on. */
final class StaffTest extends TestCase
{
    private const ADMINISTRATOR = 'administrator@first.example';

    protected function setUp(): void
    {
        parent::setUp();
        Artisan::call('skarvo:person', ['email' => self::ADMINISTRATOR, '--name' => 'Ada First']);
    }

    private function administrator(): Person
    {
        return $this->person('ada-first');
    }

    /** Somebody at a browser of their own: a session belongs to whoever signed in to it. */
    private function as(Person $person): self
    {
        $this->flushSession();

        return $this->actingAs($person);
    }

    public function test_the_first_administrator_signs_in_with_the_password_that_is_printed_and_gets_a_new_one(): void
    {
        $signIn = fn(string $password) => $this->post('/sign-in', ['email' => 'Administrator@First.example', 'password' => $password]);
        $signIn('wrong')->assertSessionHasErrors('email');
        Artisan::call('skarvo:person', ['email' => self::ADMINISTRATOR]);
        $id = Person::query()->where('email', 'administrator@first.example')->sole()->id;
        self::assertSame(["person:$id"], self::entriesOf(PlatformEntry::PersonPassword));
        $signIn(trim(Artisan::output()))->assertSessionHasNoErrors();
        $this->get('/people')->assertInertia(fn(Shown $page) => $page->where('mayAdd', true));

        foreach ([
            ['email' => 'nobody@first.example'], ['email' => 'no address', '--name' => 'N'],
            ['email' => 'n@first.example', '--name' => 'N', '--role' => ['king']],
            ['email' => 'n@first.example', '--name' => 'N', '--zone' => 'Moon/Rille'],
        ] as $bad) {
            self::assertSame(2, Artisan::call('skarvo:person', $bad));
        }
        self::assertFalse(Person::query()->where('name', 'N')->exists());
    }

    public function test_whoever_is_added_with_capitals_in_their_address_signs_in(): void
    {
        $this->as($this->administrator())
            ->post(
                '/people',
                [
                    'name' => 'Bo Ek', 'email' => 'Bo.Ek@Firm.example', 'team' => 'quay', 'roles' => ['responder'],
                    'time_zone' => 'Europe/Oslo', 'password' => 'ten characters',
                ],
            )
            ->assertRedirect('/people/bo-ek');
        Auth::logout();
        $this->post('/sign-in', ['email' => 'bo.ek@firm.example', 'password' => 'ten characters'])->assertSessionHasNoErrors();
        self::assertSame('bo-ek', Auth::id());
        $this->as($this->administrator())
            ->post('/people', ['name' => 'Other', 'email' => 'BO.EK@firm.example', 'roles' => [], 'time_zone' => 'Europe/Oslo'])
            ->assertSessionHasErrors('email');
    }

    public function test_teams_are_made_named_anew_and_dropped_while_nothing_is_theirs(): void
    {
        $this->as($this->administrator());
        $this->withHeader('X-Request-Key', 'one')->post('/teams', ['name' => '  Night desk '])->assertSessionHasNoErrors();
        $this->withHeader('X-Request-Key', 'one')->post('/teams', ['name' => 'Night desk'])->assertSessionHasNoErrors();
        $this->flushHeaders();
        self::assertSame('Night desk', Team::query()->findOrFail('night-desk')->name);
        $this->post('/teams', ['name' => 'night DESK'])->assertSessionHasErrors(['name' => 'There is a team Night desk already.']);
        $this->post('/teams', ['name' => ' '])->assertSessionHasErrors('name');

        $this->post(
            '/teams/night-desk', ['name' => 'Late desk', 'version' => 2],
        )->assertSessionHasErrors('action');
        $this->post('/teams/night-desk', ['name' => 'Late desk', 'version' => 1])->assertSessionHasNoErrors();
        $this->get('/people')->assertInertia(fn(Shown $page) => $page->where(
            'teams',
            fn(Collection $teams): bool => $teams->contains(['id' => 'night-desk', 'name' => 'Late desk', 'people' => 0, 'version' => 2]),
        ));

        $this->post('/teams/quay/drop')->assertSessionHasErrors('action');
        self::assertTrue(Team::query()->whereKey('quay')->exists());
        $this->post('/teams/night-desk/drop')->assertSessionHasNoErrors();
        self::assertFalse(Team::query()->whereKey('night-desk')->exists());
        self::assertSame(
            ['team.made', 'team.renamed', 'team.dropped'],
            Entry::query()->where('subject_id', 'night-desk')->orderBy('seq')->pluck('kind')->all(),
        );
        $this->as($this->person('ingrid-vale'))->post('/teams', ['name' => 'Mine'])->assertForbidden();
    }

    public function test_an_administrator_changes_what_is_known_of_somebody(): void
    {
        $this->as($this->administrator());
        $was = KeepParticulars::of($this->person('noor-lind'));
        $save = fn(array $change, string $whom = 'noor-lind') => $this->post(
            "/people/$whom/particulars", [...KeepParticulars::of($this->person($whom)), 'version' => $was['version'], ...$change],
        );
        $save(['team' => 'quay', 'roles' => ['responder', 'coordinator']])->assertSessionHasNoErrors();
        self::assertSame(['quay', ['responder', 'coordinator']], [$this->person('noor-lind')->team_id, $this->person('noor-lind')->roles]);
        self::assertSame(
            'Changed the details of Noor Lind',
            \App\Platform\Journal\Sentence::of(Entry::query()->where('kind', 'person.changed')->sole())->lead,
        );
        $save(['name' => 'Late'])->assertSessionHasErrors('action');
        foreach ([
            ['email' => 'ingrid-vale@eiderholm.example'], ['email' => 'x'], ['team' => 'gone'], ['roles' => ['king']],
            ['time_zone' => 'Moon/Rille'], ['name' => ''],
        ] as $bad) {
            $save([
                ...$bad, 'version' => $this->person('noor-lind')->version,
            ])->assertSessionHasErrors(array_key_first($bad) === 'roles' ? 'roles.0' : array_key_first($bad));
        }
        $this->as($this->person('noor-lind'))->post('/people/noor-lind/particulars', [])->assertForbidden();
    }

    public function test_one_administrator_stays(): void
    {
        $this->as($this->administrator());
        foreach (Person::query()->whereNull('left_at')->get() as $person) {
            $was = KeepParticulars::of($person);
            $this->post(
                "/people/$person->id/particulars",
                [...$was, 'roles' => array_values(array_diff($was['roles'], ['administrator']))],
            );
        }
        self::assertCount(
            1, Person::query()->get()->filter(static fn(Person $person): bool => $person->has(\App\Platform\Role::Administrator)),
        );
    }

    public function test_a_new_password_ends_what_is_signed_in_with_the_old_one(): void
    {
        $noor = $this->person('noor-lind');
        $this->actingAs($noor)->get('/people/noor-lind')->assertOk();
        $set = fn(string $password, ?string $present) => $this->post(
            '/people/noor-lind/password', ['password' => $password, 'present' => $present],
        );
        $set('a longer password', 'not this')->assertSessionHasErrors(['present' => 'That is not the password that you have now.']);
        $set('short', 'eiderholm')->assertSessionHasErrors('password');
        $set('a longer password', 'eiderholm')->assertSessionHasNoErrors();
        $this->get('/people/noor-lind')->assertOk();

        $this->person('noor-lind')->update(['password' => 'set elsewhere']);
        Auth::forgetGuards();
        $this->get('/people/noor-lind')->assertRedirect('/sign-in');
    }

    public function test_an_administrator_gives_a_password_to_somebody_who_had_none_and_nobody_else_does(): void
    {
        $this->as($this->administrator())->post(
            '/people', ['name' => 'Bo Ek', 'email' => 'bo@firm.example', 'roles' => [], 'time_zone' => 'Europe/Oslo'],
        );
        $this->get('/people/bo-ek')->assertInertia(
            fn(Shown $page) => $page->where('signsIn', false)->where('particulars.email', 'bo@firm.example'),
        );
        $this->post('/people/bo-ek/password', ['password' => 'ten characters'])->assertSessionHasNoErrors();
        self::assertTrue(Auth::attempt(['email' => 'bo@firm.example', 'password' => 'ten characters']));
        $this->as($this->person('noor-lind'))->post('/people/bo-ek/password', ['password' => 'ten characters'])->assertForbidden();
        $this->get('/people/bo-ek')->assertInertia(fn(Shown $page) => $page->where('particulars', null));
        self::assertSame('bo@firm.example', Contact::query()->where('person_id', 'bo-ek')->sole()->address);
    }

    public function test_whoever_has_left_is_signed_out_at_once(): void
    {
        $this->post('/sign-in', ['email' => 'noor-lind@eiderholm.example', 'password' => 'eiderholm']);
        $this->get('/')->assertOk();
        $this->person('noor-lind')->update(['left_at' => now()]);
        Auth::forgetGuards();
        $this->get('/')->assertRedirect('/sign-in');
    }
}
