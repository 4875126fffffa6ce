<?php

declare(strict_types=1);

namespace Skarvo\Incidents\Finding;

/**
 * Which incidents of the past an incident is like: by the words that name it, and by its service.
 *
 * One word says little, as many incidents are slow or down: two are asked for, or one where the service is the same.
 */
final class SeenBefore
{
    /** Shorter ones are the glue of a sentence. */
    private const LEAST_LETTERS = 4;

    /** What is said of any incident. */
    private const SAYS_NOTHING = [
        'after', 'again', 'also', 'been', 'does', 'down', 'fails', 'failed', 'from', 'have', 'into', 'longer', 'more', 'most', 'much',
        'none',
        'nothing', 'only', 'shut', 'slow', 'some', 'than', 'that', 'their', 'them', 'there', 'these', 'they', 'this', 'very', 'were',
        'what',
        'when', 'which', 'while', 'with', 'work', 'works', 'your',
    ];

    /**
     * @param  string  $text  what is said of the incident: its title, and what is likely behind it
     * @param  string|null  $service
     * @param  list<array{id: int, title: string, text: string, service: string|null}>  $past  in the order of whatever found them
     * @return list<array{id: int, words: non-empty-list<string>, sameService: bool}> those that are like it, the likest first
     */
    public static function among(string $text, ?string $service, array $past): array
    {
        $own = self::words($text);
        $like = [];
        foreach ($past as $n => $one) {
            $title = array_intersect_key($own, self::words($one['title']));
            $shared = array_keys(array_intersect_key($own, self::words("{$one['title']} {$one['text']}")));
            $sameService = $service !== null && $one['service'] === $service;
            if ($shared !== [] && (count($shared) > 1 || $sameService)) {
                // Words of the title name it; those of the text only tell of it.
                $like[] = [2 * count($title) + count($shared) + ($sameService ? 2 : 0), $n, [
                    'id' => $one['id'], 'words' => array_map(strval(...), $shared), 'sameService' => $sameService,
                ]];
            }
        }
        usort($like, static fn(array $a, array $b): int => [$b[0], $a[1]] <=> [$a[0], $b[1]]);

        return array_column($like, 2);
    }

    /** @return array<array-key, true> in small letters, by themselves */
    public static function words(string $text): array
    {
        $found = preg_match_all('/[\p{L}\p{N}]+(?:-[\p{L}\p{N}]+)*/u', mb_strtolower($text), $m) === false ? [] : $m[0];

        return array_fill_keys(array_filter(
            $found,
            static fn(string $word): bool => mb_strlen($word) >= self::LEAST_LETTERS && ! in_array($word, self::SAYS_NOTHING, true),
        ), true);
    }
}
