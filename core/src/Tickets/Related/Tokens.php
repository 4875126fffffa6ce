<?php

declare(strict_types=1);

namespace Skarvo\Tickets\Related;

/** The words of a text that say something, each by its stem; politeness, urgency and times of day are left out. */
final class Tokens
{
    private const IDLE = [
        'a', 'about', 'again', 'all', 'also', 'am', 'an', 'and', 'any', 'are', 'as', 'asap', 'asks', 'at', 'be',
        'because', 'been', 'before', 'bother', 'but', 'by', 'can', 'cannot', 'captain', 'could', 'day', 'days', 'dear',
        'did', 'do', 'does', 'done', 'dont', 'evening', 'ever', 'every', 'few', 'for', 'from', 'get', 'gets', 'good',
        'got', 'had', 'has', 'have', 'he', 'hello', 'help', 'her', 'here', 'hey', 'hi', 'him', 'his', 'hour', 'hours',
        'how', 'i', 'if', 'in', 'into', 'is', 'it', 'its', 'just', 'like', 'minute', 'minutes', 'morning', 'my', 'no',
        'nobody', 'not', 'nothing', 'now', 'of', 'off', 'ok', 'on', 'one', 'only', 'or', 'our', 'out', 'please', 'pls',
        'second', 'shall', 'she', 'since', 'so', 'some', 'somebody', 'sorry', 'still', 'ten', 'than', 'thank', 'thanks',
        'that', 'the', 'their', 'them', 'then', 'there', 'they', 'this', 'time', 'to', 'today', 'too', 'until', 'up',
        'urgent', 'us', 'very', 'was', 'we', 'week', 'were', 'what', 'when', 'which', 'while', 'who', 'will', 'with',
        'would', 'yesterday', 'you', 'your', 'work', 'works', 'working', 'broken', 'order', 'down', 'problem', 'issue',
        'terminal', 'everything', 'stands',
    ];

    /** What an ending is taken for, longest first. */
    private const ENDINGS = [
        'ations' => 'at', 'ation' => 'at', 'ings' => '', 'ing' => '', 'ies' => 'y', 'ers' => 'er', 'ed' => '', 'es' => '', 's' => '',
    ];

    /** @var array<string, int>|null */
    private static ?array $idle = null;

    /** @return list<string> stems in order, each as often as it stands there */
    public static function of(string $text): array
    {
        return array_column(self::pairs($text), 0);
    }

    /** @return list<array{string, string}> each stem in order, with the word as it was written */
    public static function pairs(string $text): array
    {
        self::$idle ??= array_flip(self::IDLE);
        $text = strtr(mb_strtolower($text), ['check-in' => 'checkin', 'check in' => 'checkin', 'sign-in' => 'signin', 'sign in' => 'signin',
            'log in' => 'login', 'wi-fi' => 'wifi', 'e-mail' => 'email', "n't" => 'nt']);
        preg_match_all('/[\p{L}]{2,}/u', $text, $found);
        $pairs = [];
        foreach ($found[0] as $word) {
            if (! isset(self::$idle[$word])) {
                $pairs[] = [self::stem($word), $word];
            }
        }

        return $pairs;
    }

    /** A place as texts name it. */
    public static function ofPlace(string $place): string
    {
        return self::stem(mb_strtolower($place));
    }

    /** A word without its commonest endings: `declined`, `declines` and `declining` are one. */
    public static function stem(string $word): string
    {
        if (! ctype_alpha($word)) {
            return $word;
        }
        foreach (self::ENDINGS as $end => $instead) {
            if (strlen($word) - strlen($end) >= 3 && str_ends_with($word, $end) && ! ($end === 's' && str_ends_with($word, 'ss'))) {
                $word = substr($word, 0, -strlen($end)).$instead;
                break;
            }
        }
        $last = strlen($word) - 1;
        if ($last >= 3 && $word[$last] === $word[$last - 1] && ! in_array($word[$last], ['l', 's', 'z', 'e', 'o'], true)) {
            $word = substr($word, 0, -1);
        }
        $last = strlen($word) - 1;

        return $last >= 3 && str_ends_with($word, 'e') ? substr($word, 0, -1) : $word;
    }
}
