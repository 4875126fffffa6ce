<?php

declare(strict_types=1);

namespace App\Updates\Outside;

use App\Updates\Told;
use Skarvo\Updates\Texts\Terminal;

/** What is open, for a terminal whose screen is of characters: 80 in a line, read with any program that fetches a file. */
final class ScreenText
{
    private const INDENT = 2;

    /** @param  list<Told>  $told  that are open there */
    public static function of(PublicPage $page, PageWords $words, ?string $place, array $told): string
    {
        $lines = [
            Terminal::ends(
                $place === null ? config()->string('skarvo.organisation') : $words->name($place),
                $words->say('as_of', ['time' => $words->time($page->at)]),
            ),
            str_repeat('-', Terminal::COLUMNS),
        ];
        foreach ($told as $one) {
            $lines = [...$lines, ...self::incident($one, $words), ''];
        }
        if ($told === []) {
            $isSure = array_filter($page->services, static fn(PublicService $one): bool => $one->state === null) === [];
            $lines[] = $words->say($isSure ? 'all_fine' : 'unpublished');
        }
        foreach ($page->services as $service) {
            if ($service->looking !== null) {
                $lines = [...$lines, ...Terminal::lines($words->say('admission', ['name' => $words->name($service->name)]))];
            }
        }

        return rtrim(implode("\n", $lines))."\n";
    }

    /** @return list<string> */
    private static function incident(Told $told, PageWords $words): array
    {
        $last = $told->last();
        $lines = Terminal::lines($words->say('since', [
            'what' => $words->title(PublicFiles::names($told)), 'time' => $words->time($told->incident->started_at),
        ]));
        if ($last === null) {
            return $lines;
        }
        $said = $words->told($last);
        foreach ([
            $said->text, $said->meanwhile === '' ? '' : "{$words->say('meanwhile')} $said->meanwhile",
            $last->next_at === null ? '' : $words->say('next', ['time' => $words->time($last->next_at)]),
        ] as $text) {
            if ($text !== '') {
                $lines = [...$lines, ...Terminal::lines($text, self::INDENT)];
            }
        }

        return $lines;
    }
}
