<?php

declare(strict_types=1);

namespace Skarvo\Updates\Texts;

/** Texts for screens of characters: in lines that fit, and nothing in them that such a screen would take for a command. */
final class Terminal
{
    public const COLUMNS = 80;

    /**
     * @param  string  $text  its own line ends are kept
     * @param  int  $indent  columns before each line
     * @param  int  $columns  at least one more than the indent
     * @return list<string> none of them wider; a word that is, is broken
     */
    public static function lines(string $text, int $indent = 0, int $columns = self::COLUMNS): array
    {
        $room = $columns - $indent;
        if ($indent < 0 || $room < 1) {
            throw new \InvalidArgumentException("An indent of $indent leaves no room in $columns columns.");
        }
        $lines = [];
        foreach (preg_split('/\R/u', self::plain($text)) ?: [] as $paragraph) {
            [$line, $before] = ['', count($lines)];
            foreach (preg_split('/ +/', trim($paragraph)) ?: [] as $word) {
                $joined = $line === '' ? $word : "$line $word";
                if (self::width($joined) <= $room) {
                    $line = $joined;
                    continue;
                }
                if ($line !== '') {
                    $lines[] = $line;
                }
                while (self::width($word) > $room) {
                    $head = mb_strimwidth($word, 0, $room, '', 'UTF-8');
                    // Even a sign that is wider than the room goes out: nothing is lost, and it ends.
                    $head = $head === '' ? mb_substr($word, 0, 1, 'UTF-8') : $head;
                    $lines[] = $head;
                    $word = mb_substr($word, mb_strlen($head, 'UTF-8'), null, 'UTF-8');
                }
                $line = $word;
            }
            // An empty paragraph is a line of its own.
            if ($line !== '' || count($lines) === $before) {
                $lines[] = $line;
            }
        }

        return array_map(static fn(string $line): string => $line === '' ? '' : str_repeat(' ', $indent).$line, $lines);
    }

    /** Two texts on one line, the second at its end; on two lines where they do not fit. */
    public static function ends(string $left, string $right, int $columns = self::COLUMNS): string
    {
        [$left, $right] = [self::oneLine($left), self::oneLine($right)];
        $gap = $columns - self::width($left) - self::width($right);

        return $gap < 1
            ? implode("\n", [...self::lines($left, 0, $columns), ...self::lines($right, 0, $columns)])
            : $left.str_repeat(' ', $gap).$right;
    }

    public static function width(string $text): int
    {
        return mb_strwidth($text, 'UTF-8');
    }

    private static function oneLine(string $text): string
    {
        return trim((string) preg_replace('/\s+/u', ' ', self::plain($text)));
    }

    /** What a text holds of letters: such a screen obeys what is sent to it, and these texts were typed by somebody. */
    private static function plain(string $text): string
    {
        $text = mb_scrub(str_replace("\t", ' ', $text), 'UTF-8');

        return (string) preg_replace('/[^\P{C}\n\r]|[\x{2028}\x{2029}]/u', '', $text);
    }
}
