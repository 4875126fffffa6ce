<?php

declare(strict_types=1);

namespace Tests\Feature\Updates;

use App\Incidents\Incident;
use App\Updates\Outside\PublicAddress;
use App\Updates\Outside\PublicFolder;
use App\Updates\Update;
use Illuminate\Support\Facades\File;
use Skarvo\Value\Language;
use Tests\TestCase;

/** The public page stands as files of its own: whole, current, and of nothing but what was published. */
final class PublicPageTest extends TestCase
{
    private Incident $incident;

    protected function setUp(): void
    {
        parent::setUp();
        $this->incident = Incident::factory()->create(['service_id' => 'vehicle-lanes', 'title' => 'SECRET title']);
        $this->actingAs($this->person('ingrid-vale'));
    }

    public function test_it_is_written_as_soon_as_something_is_published_and_again_and_again(): void
    {
        PublicFolder::bringUpToDate();
        self::assertStringContainsString('<time datetime="2026-03-03T08:00:00Z">As of 09:00 CET.</time>', $this->file('index.html'));
        self::assertSame(0, PublicFolder::bringUpToDate(), 'Nothing happened.');
        $this->publish('Vehicle lanes at Havre: shut <b>now</b>.');
        PublicFolder::bringUpToDate();
        self::assertStringContainsString('Vehicle lanes at Havre: shut &lt;b&gt;now&lt;/b&gt;.', $this->file('index.html'));
        foreach (
            [
                "incident-{$this->incident->id}.html", "incident-{$this->incident->id}.json", 'service-vehicle-lanes.html',
                'service-vehicle-lanes.atom', 'place-havre.html', 'place-havre.json', 'feed.atom',
            ] as $name
        ) {
            self::assertStringContainsString('Vehicle lanes at Havre: shut', $this->file($name), $name);
        }
        self::assertStringNotContainsString('Vehicle lanes at Havre', $this->file('service-booking.html'));
        $this->later(60);
        self::assertGreaterThan(0, PublicFolder::bringUpToDate());
        self::assertStringContainsString('09:01 CET', $this->file('index.html'));
        self::assertSame([], glob(PublicFolder::path().'/*.new'), 'Nobody reads half a file.');
    }

    public function test_it_tells_nothing_that_was_not_published(): void
    {
        PublicFolder::bringUpToDate();
        $this->publish('Shut.');
        PublicFolder::bringUpToDate();
        foreach (File::files(PublicFolder::path()) as $file) {
            self::assertStringNotContainsString('SECRET', $file->getContents());
            self::assertStringNotContainsString('Ingrid', $file->getContents());
        }
    }

    public function test_each_page_stands_in_each_language_and_leads_to_others_in_it(): void
    {
        $this->publish('Vehicle lanes at Havre: not working since 08:40 CET.');
        PublicFolder::bringUpToDate();
        $names = array_map(static fn(\SplFileInfo $file): string => $file->getBasename('.html'), array_filter(
            File::files(PublicFolder::path()),
            static fn(\SplFileInfo $file): bool => preg_match('/^[a-z0-9-]+\.html$/', $file->getFilename()) === 1,
        ));
        self::assertGreaterThan(10, count($names));
        $left = ['en' => 0, 'no' => 0, 'de' => 0, 'ar' => 0];
        foreach (Language::cases() as $language) {
            foreach ($names as $name) {
                $file = $name.($language === Language::English ? '' : ".$language->value").'.html';
                $page = $this->file($file);
                self::assertStringContainsString(
                    "<html lang=\"$language->value\" dir=\"".($language === Language::Arabic ? 'rtl' : 'ltr').'"', $page, $file
                );
                self::assertStringNotContainsString('status.', $page, "$file says all that it names.");
                preg_match_all('/<a href="([a-z0-9-]+)(\.[a-z]{2})?\.html"(?! lang)/', $page, $links);
                self::assertSame([], array_diff($links[2], [$language === Language::English ? '' : ".$language->value"]), $file);
                foreach ([...$links[0]] as $i => $link) {
                    self::assertTrue(PublicFolder::mayHave($links[1][$i].$links[2][$i].'.html'));
                    self::assertFileExists(PublicFolder::path()."/{$links[1][$i]}{$links[2][$i]}.html", $file);
                }
                $left[$language->value] += substr_count($page, 'Service status');
            }
        }
        self::assertSame([0, 0, 0], [$left['no'], $left['de'], $left['ar']]);
        self::assertStringContainsString('?language=de"', $this->file('index.de.html'));
        self::assertStringNotContainsString('?language=', $this->file('index.html'));
    }

    public function test_what_nobody_has_put_into_a_language_stands_there_as_it_was_written_and_is_marked_so(): void
    {
        $this->publish('Havre is shut.', ['versions' => [
            ['version' => 'public', 'language' => 'no', 'text' => 'Havre er stengt.', 'meanwhile' => 'Vent.', 'isRead' => true],
            ['version' => 'public', 'language' => 'ar', 'text' => 'المرسى مغلق.', 'isRead' => false],
        ]]);
        $file = "incident-{$this->incident->id}";
        $page = (string) $this->get("/status/$file.no.html")->assertOk()->getContent();
        self::assertStringContainsString('<p >Havre er stengt.</p>', $page);
        self::assertStringContainsString('<p >Havre is shut.</p>', (string) $this->get("/status/$file.html")->getContent());
        self::assertStringContainsString('<strong>Imens:</strong> <span >Vent.</span>', $page);
        self::assertStringContainsString("<details lang=\"en\" dir=\"ltr\">\n<summary>English</summary>\n<p>Havre is shut.</p>", $page);
        self::assertStringNotContainsString('maskin', $page);
        self::assertStringContainsString(trans('follow.by_machine', [], 'ar'), (string) $this->get("/status/$file.ar.html")->getContent());
        $page = (string) $this->get("/status/$file.de.html")->getContent();
        self::assertStringContainsString('<p  lang="en" dir="auto" >Havre is shut.</p>', $page);
        self::assertStringNotContainsString('<details', $page);
        $this->get("/status/$file.fr.html")->assertNotFound();
        $this->get("/status/$file.en.html")->assertNotFound();
    }

    public function test_what_is_said_in_one_language_is_said_in_all(): void
    {
        $of = static fn(string $language): array => require lang_path("$language/status.php");
        $named = static fn(string $text): array => preg_match_all('/:[a-z]+/', $text, $found) > 0 ? $found[0] : [];
        foreach (['no', 'de', 'ar'] as $language) {
            self::assertSame(array_keys($of('en')), array_keys($of($language)));
            foreach ($of('en') as $key => $text) {
                self::assertEqualsCanonicalizing($named($text), $named($of($language)[$key]), "$language $key");
            }
        }
    }

    public function test_a_screen_on_a_wall_shows_what_concerns_its_place(): void
    {
        $this->get('/status/screen.html')->assertOk()->assertSee('All services are working.')->assertDontSee('<nav', false);
        $other = Incident::factory()->create(['service_id' => 'booking']);
        $this->publish('Vehicle lanes at Havre: shut.');
        $this->incident = $other;
        $this->publish('Booking is slow.');
        $this->get('/status/screen.html')->assertSee('Vehicle lanes at Havre: shut.')->assertSee('Booking is slow.')->assertSee('As of');
        $this->get('/status/screen-havre.html')->assertSee('Vehicle lanes at Havre: shut.')->assertSee('Booking is slow.');
        $this->incident = Incident::factory()->create(['service_id' => 'booking']);
        $this->publish('Check-in at Skjell is shut.');
        $this->get('/status/screen-skjell.html')->assertSee('Check-in at Skjell is shut.')->assertSee('Booking is slow.')
            ->assertDontSee('Vehicle lanes at Havre: shut.');
        self::assertStringContainsString('screen-havre.html', (string) $this->get('/status/place-havre.html')->getContent());
    }

    public function test_a_screen_of_characters_shows_it_in_lines_of_eighty(): void
    {
        $this->get('/status/screen.txt')->assertOk()->assertHeader('Content-Type', 'text/plain; charset=utf-8')
            ->assertSee('All services are working.');
        $long = 'Vehicle lanes at Havre are shut, and '.str_repeat('nobody is let through at the ramp, ', 6)."\x1b[2Jask there.";
        $this->publish($long, ['meanwhile' => 'Wait in your car.', 'versions' => [
            [
                'version' => 'public', 'language' => 'no', 'text' => 'Kjørefelt ved Havre er stengt.', 'meanwhile' => 'Vent i bilen.',
                'isRead' => true,
            ],
        ]]);
        $text = (string) $this->get('/status/screen-havre.txt')->assertOk()->getContent();
        self::assertMatchesRegularExpression("/^Havre +As of 09:00 CET\.\n-{80}\nVehicle lanes, since 0/", $text);
        self::assertStringContainsString("\n  Meanwhile: Wait in your car.\n  Next update by 09:30 CET\n", $text);
        self::assertStringNotContainsString("\x1b", $text, 'Such a screen would obey it.');
        foreach (explode("\n", $text) as $line) {
            self::assertLessThanOrEqual(80, mb_strwidth($line));
        }
        $text = (string) $this->get('/status/screen-havre.no.txt')->getContent();
        self::assertStringContainsString('Kjørefelt ved Havre er stengt.', $text);
        self::assertStringContainsString('Imens: Vent i bilen.', $text);
    }

    public function test_what_is_no_longer_told_is_taken_away_and_what_others_put_there_stays(): void
    {
        $this->publish('At Havre.');
        PublicFolder::bringUpToDate();
        File::put(PublicFolder::path().'/robots.txt', 'theirs');
        $this->post("/incidents/{$this->incident->id}/resolve", ['resolution' => 'x', 'update' => 'Over.'], ['X-Request-Key' => 'end'])
            ->assertSessionHasNoErrors();
        $this->later(31 * 86400);
        PublicFolder::bringUpToDate();
        self::assertFileDoesNotExist(PublicFolder::path()."/incident-{$this->incident->id}.html");
        self::assertFileDoesNotExist(PublicFolder::path().'/place-havre.atom');
        self::assertSame('theirs', $this->file('robots.txt'));
        $this->get("/status/incident-{$this->incident->id}.html")->assertNotFound();
        $this->get('/status/robots.txt')->assertNotFound();
    }

    public function test_each_day_says_how_long_a_service_did_not_work(): void
    {
        $this->publish('Shut.');
        $this->later(3600);
        $this->post("/incidents/{$this->incident->id}/resolve", ['resolution' => 'x', 'update' => 'Over.'], ['X-Request-Key' => 'end'])
            ->assertSessionHasNoErrors();
        $this->later(86400);
        $lanes = array_column($this->outside()['services'], null, 'name')['Vehicle lanes'];
        self::assertSame(['date' => '2026-03-03', 'downSeconds' => 0, 'degradedSeconds' => 3600], $lanes['days'][28]);
        self::assertSame([30, 'up'], [count($lanes['days']), $lanes['state']]);
        $this->get('/status/service-vehicle-lanes.html')->assertSee('3 Mar: partly working for 1 h');
    }

    public function test_it_shows_how_it_was_when_it_cannot_be_written(): void
    {
        PublicFolder::bringUpToDate();
        $this->publish('Shut.');
        File::delete(PublicFolder::path().'/.lock');
        File::makeDirectory(PublicFolder::path().'/.lock');
        try {
            $this->get('/status')->assertOk()->assertSee('As of')->assertDontSee('Shut.');
        } finally {
            File::deleteDirectory(PublicFolder::path().'/.lock');
        }
        $this->get('/status')->assertSee('Shut.');
    }

    public function test_its_addresses_lead_to_files_of_it_and_nowhere_else(): void
    {
        foreach (
            [
                '/status/..%2f.env', '/status/.stamp', '/status/.env', '/status/index.php', '/status/INDEX.HTML',
                '/status/service-%2e%2e.html', '/status/x.html', '/status/index.html%00',
            ] as $path
        ) {
            self::assertContains($this->get($path)->status(), [400, 404], $path);
        }
        $page = (string) $this->get('/status')->assertOk()->getContent();
        self::assertStringContainsString('<base href="status/">', $page);
        preg_match_all('/(?:href|src)="([a-z0-9-]+\.[a-z0-9]+)[#"]/', $page, $links);
        self::assertGreaterThan(10, count($links[1]));
        foreach (array_unique([...$links[1], 'style.css', 'page.js']) as $link) {
            self::assertSame(200, $this->get("/status/$link")->status(), $link);
        }
        self::assertStringNotContainsString(
            '<base', (string) $this->get('/status/index.html')->getContent(), 'Elsewhere it stands where its files are.'
        );
    }

    public function test_names_that_look_alike_have_files_of_their_own(): void
    {
        $files = PublicAddress::files('place', ['Havre', 'havre!', 'الميناء', 'Ørn', '!!!']);
        self::assertSame($files, array_unique($files));
        foreach ($files as $file) {
            self::assertTrue(PublicFolder::mayHave("$file.html"), $file);
        }
        self::assertSame('place-orn', $files['Ørn']);
    }

    public function test_a_feed_is_well_formed_whatever_was_written(): void
    {
        $this->publish("Shut & <closed> \u{1}\u{FFFE}\u{1F6A2}");
        // That it was written down anew is no news.
        $this->later(120);
        PublicFolder::bringUpToDate();
        $feed = simplexml_load_string($this->file('feed.atom'));
        self::assertNotFalse($feed);
        $entry = $feed->entry[0];
        self::assertNotNull($entry);
        self::assertSame("Shut & <closed> \u{1F6A2}", (string) $entry->content);
        self::assertSame('Vehicle lanes: Looking for the cause', (string) $entry->title);
        self::assertSame('2026-03-03T08:00:00Z', (string) $feed->updated);
        self::assertSame(route('status')."/incident-{$this->incident->id}.html#update-1", (string) $entry->id);
        $links = [];
        foreach ($feed->link as $link) {
            $links[(string) $link['rel']] = (string) $link['href'];
        }
        self::assertSame(['self' => route('status').'/feed.atom', 'alternate' => route('status').'/index.html'], $links);
        $ids = [];
        foreach ($feed->entry as $one) {
            $ids[] = (string) $one->id;
        }
        self::assertSame($ids, array_unique($ids));
        self::assertCount(Update::query()->count(), $ids);
    }

    public function test_who_looks_from_another_page_may_read_what_is_for_machines(): void
    {
        self::assertSame('*', $this->get('/status/index.json')->headers->get('Access-Control-Allow-Origin'));
        self::assertStringContainsString('application/atom+xml', (string) $this->get('/status/feed.atom')->headers->get('Content-Type'));
        $page = $this->get('/status/index.html');
        self::assertNull($page->headers->get('Access-Control-Allow-Origin'));
        self::assertStringNotContainsString('unsafe', (string) $page->headers->get('Content-Security-Policy'));
    }

    private function file(string $name): string
    {
        return File::get(PublicFolder::path()."/$name");
    }

    /** @param  array<string, mixed>  $more */
    private function publish(string $text, array $more = []): void
    {
        $number = (int) Update::query()->where('incident_id', $this->incident->id)->max('number') + 1;
        $this->post("/incidents/{$this->incident->id}/updates", [
            'number' => $number, 'stage' => 'looking', 'text' => $text, 'next_minutes' => 30, 'despite' => 'as it is', ...$more,
        ], ['X-Request-Key' => uniqid()])->assertSessionHasNoErrors();
    }
}
