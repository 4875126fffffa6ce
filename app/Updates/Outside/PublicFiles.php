<?php

declare(strict_types=1);

namespace App\Updates\Outside;

use App\Incidents\Incident;
use App\Updates\Planned\PublicPlanned;
use App\Updates\Told;
use App\Updates\Update;
use App\Updates\Versions\UpdateVersion;
use Carbon\CarbonInterface;
use Skarvo\Updates\Past\Day;
use Skarvo\Updates\Versions\Version;
use Skarvo\Value\Language;

/** The public page as files that need nothing but a web server: for people, for feed readers and for machines. */
final class PublicFiles
{
    public const FEED_ENTRIES = 50;

    /** @return array<string, string> what is in each, by its name */
    public static function of(PublicPage $page): array
    {
        $in = array_map(static fn(Language $in): PageWords => new PageWords($in, $page->at), Language::cases());
        $all = [
            'index.json' => self::json(self::whole($page)),
            'feed.atom' => Atom::of('feed.atom', 'index.html', config()->string('skarvo.organisation'), $page->updates(), $page->at),
            'planned.ics' => PublicPlanned::calendar(config()->string('skarvo.organisation')),
            ...self::pages('index', 'public.index', $page, $in),
            ...self::screens('screen', $page, $in, null, $page->open),
        ];
        foreach ($page->services as $service) {
            $told = $page->about($service->name);
            $all += self::pages($service->file, 'public.service', $page, $in, ['service' => $service, 'told' => $told]);
            $all["{$service->file}.json"] = self::json(
                [...self::service($service), 'at' => self::instant($page->at), 'incidents' => array_map(self::incident(...), $told)]
            );
            $all["{$service->file}.atom"] = self::feed($service->file, $service->name, $told, $page);
        }
        foreach ($page->places as $place => $file) {
            $told = $page->at((string) $place);
            $screen = (string) preg_replace('/^place-/', 'screen-', $file);
            $all += self::screens($screen, $page, $in, (string) $place, $page->openAt((string) $place));
            $all += self::pages($file, 'public.place', $page, $in, ['place' => (string) $place, 'told' => $told]);
            $all["$file.json"] = self::json(
                ['name' => (string) $place, 'at' => self::instant($page->at), 'incidents' => array_map(self::incident(...), $told)]
            );
            $all["$file.atom"] = self::feed($file, (string) $place, $told, $page);
        }
        foreach ([...$page->open, ...$page->past] as $told) {
            // What turned out to be the same is read there: somebody has its address in a mail.
            foreach (Incident::mergedInto($told->incident->id) as $id) {
                $all += self::pages("incident-$id", 'public.incident', $page, $in, ['told' => $told]);
                $all["incident-$id.json"] = self::json([...self::incident($told), 'at' => self::instant($page->at)]);
            }
        }

        return $all;
    }

    /** @return list<string> all services that it is or was about */
    public static function names(Told $told): array
    {
        return array_values(array_unique(array_merge([], ...array_map(
            static fn(Update $one): array => array_column($one->services, 'name'), array_reverse($told->updates),
        ))));
    }

    /** @return list<UpdateVersion> what everybody reads of it in other languages */
    public static function languages(Update $update): array
    {
        return array_values($update->versions->where('version', Version::Everybody)->sortBy(
            static fn(UpdateVersion $one): int => (int) array_search($one->language, Language::cases(), true),
        )->all());
    }

    /**
     * @param  view-string  $view
     * @param  list<PageWords>  $languages
     * @param  array<string, mixed>  $more
     * @return array<string, string> a page in each language, by the name of its file
     */
    private static function pages(string $name, string $view, PublicPage $page, array $languages, array $more = []): array
    {
        $all = [];
        foreach ($languages as $words) {
            $all[$words->file($name)] = view($view, [
                'page' => $page, 'name' => $name, 'words' => $words, 'languages' => $languages,
                'organisation' => config()->string('skarvo.organisation'), ...$more,
            ])->render();
        }

        return $all;
    }

    /**
     * @param  list<PageWords>  $languages
     * @param  list<Told>  $told
     * @return array<string, string> what a screen on a wall shows, and one of characters alone, in each language
     */
    private static function screens(string $name, PublicPage $page, array $languages, ?string $place, array $told): array
    {
        $all = self::pages($name, 'public.screen', $page, $languages, ['place' => $place, 'told' => $told]);
        foreach ($languages as $words) {
            $all[$words->file($name, 'txt')] = ScreenText::of($page, $words, $place, $told);
        }

        return $all;
    }

    /** @param  list<Told>  $told */
    private static function feed(string $file, string $of, array $told, PublicPage $page): string
    {
        $updates = array_merge([], ...array_map(static fn(Told $one): array => $one->updates, $told));
        usort($updates, static fn(Update $a, Update $b): int => [$b->published_at, $b->id] <=> [$a->published_at, $a->id]);

        return Atom::of("$file.atom", "$file.html", config()->string('skarvo.organisation').": $of", $updates, $page->at);
    }

    /** @return array<string, mixed> */
    private static function whole(PublicPage $page): array
    {
        return [
            'organisation' => config()->string('skarvo.organisation'), 'at' => self::instant($page->at),
            'services' => array_map(self::service(...), $page->services), 'open' => array_map(self::incident(...), $page->open),
            'past' => array_map(self::incident(...), $page->past), 'planned' => array_map(PublicPlanned::line(...), $page->planned),
        ];
    }

    /** @return array<string, mixed> */
    private static function service(PublicService $service): array
    {
        return [
            'name' => $service->name, 'state' => $service->state?->value, 'incident' => $service->incident, 'looking' => $service->looking,
            'address' => PublicAddress::start()."/{$service->file}.html",
            'days' => array_map(static fn(Day $day): array => [
                'date' => gmdate('Y-m-d', $day->date * 86400), 'downSeconds' => $day->down, 'degradedSeconds' => $day->degraded,
            ], $service->days),
        ];
    }

    /** @return array<string, mixed> */
    private static function incident(Told $told): array
    {
        return [
            'id' => $told->incident->id, 'services' => $told->last()->services ?? [],
            'startedAt' => self::instant($told->incident->started_at),
            'resolvedAt' => $told->incident->resolved_at === null ? null : self::instant($told->incident->resolved_at),
            'updates' => array_map(PublicUpdate::of(...), array_reverse($told->updates)),
        ];
    }

    private static function instant(CarbonInterface $at): string
    {
        return $at->toImmutable()->utc()->toIso8601ZuluString();
    }

    private static function json(mixed $value): string
    {
        return json_encode(
            $value,
            JSON_THROW_ON_ERROR | JSON_INVALID_UTF8_SUBSTITUTE | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES | JSON_PRETTY_PRINT,
        )."\n";
    }
}
