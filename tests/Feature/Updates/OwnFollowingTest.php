<?php

declare(strict_types=1);

namespace Tests\Feature\Updates;

use App\Paging\PagingEntry;
use App\Platform\Staff\Contact;
use App\Platform\Staff\KeepParticulars;
use App\Updates\Following\FollowOwn;
use App\Updates\Following\Subscription;
use App\Updates\Following\TellFollowers;
use App\Updates\Update;
use App\Updates\UpdateEntry;
use Illuminate\Http\Client\Request as Sent;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Http;
use Skarvo\Updates\Versions\Version;
use Tests\TestCase;

/** What somebody follows by their account, when the address of the account is another, when nothing arrived there, and when they leave. */
final class OwnFollowingTest extends TestCase
{
    use TellsByMail;

    /** Who is signed in to begin with. */
    public const BY = 'per-strand';

    private function follow(): void
    {
        (new FollowOwn($this->person('noor-lind')))->begin($this->incident, null, Version::Technical);
    }

    private function moves(string $address): void
    {
        $this->post(
            '/people/noor-lind/particulars', [...KeepParticulars::of($this->person('noor-lind')), 'email' => $address],
            ['X-Request-Key' => uniqid()],
        )->assertSessionHasNoErrors();
    }

    /** @return list<string> who is mailed of a further update */
    private function mailed(): array
    {
        $before = count(Http::recorded());
        $number = (int) Update::query()->where('incident_id', $this->incident->id)->max('number') + 1;
        $this->actingAs($this->person('ingrid-vale'))->post("/incidents/{$this->incident->id}/updates", [
            'number' => $number, 'stage' => 'looking', 'text' => 'We look into it.', 'next_minutes' => 30, 'despite' => 'x',
        ], ['X-Request-Key' => uniqid()])->assertSessionHasNoErrors();
        app(TellFollowers::class)(static fn(): bool => true);
        $this->deliver();

        return array_values(Http::recorded(static fn(Sent $one): bool => $one->url() === 'http://devices.test/mails')->slice($before)
            ->map(static fn(array $one): string => (string) $one[0]['to'])->all());
    }

    public function test_who_gets_another_address_is_told_and_paged_there_and_nobody_at_the_old_one(): void
    {
        $this->follow();
        foreach ([90 => 'Noor-Lind@eiderholm.example', 95 => 'noor@home.example'] as $after => $address) {
            Contact::query()->create(
                ['person_id' => 'noor-lind', 'channel' => 'mail', 'address' => $address, 'after_seconds' => $after],
            );
        }
        $version = $this->person('noor-lind')->reach_version;
        $seen = Subscription::query()->where('person_id', 'noor-lind')->sole()->version;
        $this->moves('noor.berg@eiderholm.example');
        self::assertSame(
            ['noor.berg@eiderholm.example', 'noor@home.example'],
            Contact::query()->where('person_id', 'noor-lind')->where('channel', 'mail')->where('after_seconds', '>=', 90)
                ->orderBy('after_seconds')->pluck('address')->all(),
        );
        self::assertSame($version + 1, $this->person('noor-lind')->reach_version);
        self::assertCount(1, self::entriesOf(PagingEntry::PersonReach));
        self::assertSame($seen + 1, Subscription::query()->where('person_id', 'noor-lind')->sole()->version);
        self::assertTrue((new FollowOwn($this->person('noor-lind')))->follows($this->incident));
        self::assertSame(['noor.berg@eiderholm.example'], $this->mailed());
        self::assertSame(Version::Technical, Subscription::query()->where('person_id', 'noor-lind')->sole()->words());
    }

    public function test_who_has_followed_at_the_new_address_before_is_told_there_once_of_both(): void
    {
        $this->follow();
        $there = Subscription::factory()->create([
            'address' => 'noor@home.example', 'reach' => 'mail noor@home.example', 'services' => ['Booking'], 'person_id' => null,
        ]);
        $there->update(['reach' => Subscription::reachOf($there->channel, $there->address)]);
        $seen = $there->refresh()->version;
        $this->moves('noor@home.example');
        self::assertSame(['noor@home.example'], $this->mailed());
        $left = Subscription::query()->whereNull('ended_at')->sole();
        self::assertSame(
            [$there->id, 'noor-lind', ['Booking'], $seen + 1], [$left->id, $left->person_id, $left->services, $left->version],
        );
        self::assertFalse(DB::table('subscriptions')->where('address', 'noor-lind@eiderholm.example')->exists());
    }

    public function test_who_leaves_is_told_nothing_more(): void
    {
        $this->follow();
        $this->post('/people/noor-lind/leave')->assertSessionHasNoErrors();
        self::assertSame([], $this->mailed());
        self::assertCount(1, self::entriesOf(UpdateEntry::FollowerLeft));
        $own = new FollowOwn($this->person('noor-lind'));
        self::assertFalse($own->hasSaid($this->incident), 'They did not say that they want nothing.');
    }

    public function test_who_asks_again_after_nothing_arrived_is_told_again(): void
    {
        $this->follow();
        $own = Subscription::query()->where('person_id', 'noor-lind')->sole();
        $own->update(['paused_at' => now(), 'paused_why' => 'answered 500']);
        self::assertFalse((new FollowOwn($this->person('noor-lind')))->follows($this->incident));
        (new FollowOwn($this->person('noor-lind')))->begin($this->incident, 'an audience');
        self::assertSame([], $this->mailed(), 'Nobody asked for it.');
        (new FollowOwn($this->person('noor-lind')))->begin($this->incident);
        self::assertTrue((new FollowOwn($this->person('noor-lind')))->follows($this->incident));
        self::assertSame(['noor-lind@eiderholm.example'], $this->mailed());
        self::assertCount(1, self::entriesOf(UpdateEntry::FollowerResumed));
    }
}
