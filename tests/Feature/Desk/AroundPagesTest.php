<?php

declare(strict_types=1);

namespace Tests\Feature\Desk;

use App\Desk\ShareWithEveryPage;
use App\Incidents\Incident;
use App\Platform\Journal\Journal;
use Illuminate\Http\Request;
use Tests\TestCase;

/** What stands around every page is read once, goes along from page to page, and says how old it is. */
final class AroundPagesTest extends TestCase
{
    private const AROUND = ['band', 'clocks', 'laterClocks', 'trouble', 'framed'];

    private int $incident;

    protected function setUp(): void
    {
        parent::setUp();
        $this->incident = Incident::factory()->createOne()->id;
        $this->actingAs($this->person('ingrid-vale'));
    }

    /**
     * @param  array<string, string>  $headers
     * @return array<string, mixed> the page as the browser gets it
     */
    private function visit(string $address, array $headers = []): array
    {
        /** @var array<string, mixed> $page */
        $page = $this->get($address, [
            'X-Inertia' => 'true', 'X-Inertia-Version' => (string) app(ShareWithEveryPage::class)->version(Request::create('/')),
            ...$headers,
        ])->assertOk()->json();

        return $page;
    }

    /** @return list<string> which of it came */
    private static function came(mixed $page): array
    {
        return array_values(array_intersect(self::AROUND, array_keys((array) ((array) $page)['props'])));
    }

    public function test_it_comes_once_the_page_stands_and_at_once_on_the_watch(): void
    {
        $room = $this->visit("/incidents/$this->incident");
        self::assertSame([], self::came($room));
        self::assertSame([], array_diff(self::AROUND, (array) ((array) $room['deferredProps'])['later']));

        $watch = $this->visit('/');
        self::assertSame(self::AROUND, self::came($watch));
    }

    public function test_a_page_that_is_reached_from_another_takes_it_along(): void
    {
        $keys = array_map(static fn(string $name): string => "$name of ingrid-vale", self::AROUND);
        $has = ['X-Inertia-Except-Once-Props' => implode(',', $keys)];
        foreach (['/', '/alerts'] as $address) {
            $page = $this->visit($address, $has);
            self::assertSame([], self::came($page));
            self::assertSame([], array_intersect(self::AROUND, array_merge(...array_values((array) ($page['deferredProps'] ?? [[]])))));
            // The browser lays what it has under these names.
            self::assertSame([], array_diff($keys, array_keys((array) $page['onceProps'])));
        }
        // It is asked for by whoever follows the journal, and says as of when it is.
        self::assertSame(Journal::head(), $this->deferred('/alerts', 'Signals/Alerts', 'framed'));
    }

    public function test_whoever_signs_in_on_the_same_screen_gets_their_own(): void
    {
        $this->actingAs($this->person('mika-sund'));
        $page = $this->visit('/', ['X-Inertia-Except-Once-Props' => 'band of ingrid-vale,clocks of ingrid-vale']);

        self::assertSame(self::AROUND, self::came($page));
    }

    public function test_what_is_a_minute_old_is_read_anew(): void
    {
        $until = ((array) ((array) $this->visit('/')['onceProps'])['band of ingrid-vale'])['expiresAt'];

        self::assertSame((now()->getTimestamp() + 60) * 1000, $until);
    }
}
