<?php

declare(strict_types=1);

namespace Skarvo\Updates\Texts;

use Skarvo\Value\Must;

/** An update as a text message: in one segment where its parts allow, with all that is said first. */
final class ShortText
{
    /**
     * @param  list<string>  $parts  by how much they matter, the first one always whole; each is left out whole where it does not fit
     * @param  string  $end  what is always said last, such as where to read more; may be empty
     * @return string of one segment, unless the first part and the end alone need more
     *
     * @throws \DomainException where there is nothing to say
     */
    public static function of(array $parts, string $end = ''): string
    {
        $parts = array_values(array_filter(array_map(self::plain(...), $parts), static fn(string $one): bool => $one !== ''));
        Must::hold(isset($parts[0]), 'A text message has to say something.');
        $end = self::plain($end);
        $said = [$parts[0]];
        foreach (array_slice($parts, 1) as $part) {
            // What comes later makes no sense without what comes before.
            if (Segments::of(self::join([...$said, $part, $end]))->count > 1) {
                break;
            }
            $said[] = $part;
        }

        return self::join([...$said, $end]);
    }

    /** Typographic characters would turn the whole message into UCS-2, at less than half its length. */
    private static function plain(string $text): string
    {
        $text = strtr($text, [
            '’' => "'", '‘' => "'", '“' => '"', '”' => '"', '„' => '"', '«' => '"', '»' => '"', '–' => '-', '—' => '-', '…' => '...',
            "\u{A0}" => ' ', "\u{202F}" => ' ', "\u{2009}" => ' ',
        ]);

        return trim((string) preg_replace('/\s+/u', ' ', $text));
    }

    /** @param  list<string>  $parts */
    private static function join(array $parts): string
    {
        return implode(' ', array_filter($parts, static fn(string $one): bool => $one !== ''));
    }
}
