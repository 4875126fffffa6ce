<?php

declare(strict_types=1);

namespace Skarvo\Tickets;

use Skarvo\Value\Language;

/**
 * In which language somebody writes, by the little words that no text does without, and by the script (the function-word method of
 * N. Ingle, 1976). It says nothing where it is not clear: a mail in the wrong language is worse than one in ours.
 */
final class LanguageGuess
{
    /** So many of its words have to stand in the text, and so many times more than of any other. */
    private const WORDS = 2;

    private const TIMES = 2;

    /** So much of the text is looked at. */
    private const LENGTH = 1000;

    /** So many letters, and such a part of all, make a text Arabic: names of machines stay in Latin letters. */
    private const ARABIC_LETTERS = 6;

    private const ARABIC_PART = 0.3;

    private const LITTLE = [
        'en' => 'the and is are was not it this that with from have has we our my you your they there can cannot does do did when what which '
            .'since been will would could please because nobody everything nothing after before but or if a an of to in on at for no only',
        'no' => 'det den de er var har ikke og på av med til fra som en et vi oss jeg meg du deg dere kan vil skal må når hva hvor siden '
            .'blir ble også men eller hvis fordi ingen alle noen noe etter før bare her der i for om nå vår mitt min',
        'de' => 'der die das den dem ein eine einen ist sind war nicht und mit von zu auf für bei wir uns ich mich sie ihr kann können seit '
            .'wenn was wo aber oder weil kein keine niemand alle nichts nach vor nur hier im am es wird wurde haben hat sich seit bitte noch',
    ];

    public static function of(string $text): ?Language
    {
        $text = mb_strtolower(mb_substr(mb_scrub($text, 'UTF-8'), 0, self::LENGTH));
        $arabic = (int) preg_match_all('/\p{Arabic}/u', $text);
        if ($arabic >= self::ARABIC_LETTERS && $arabic > self::ARABIC_PART * (int) preg_match_all('/\p{L}/u', $text)) {
            return Language::Arabic;
        }
        $words = preg_split('/[^\p{L}]+/u', $text, -1, PREG_SPLIT_NO_EMPTY) ?: [];
        $hits = [];
        foreach (self::LITTLE as $code => $little) {
            $hits[$code] = count(array_intersect($words, explode(' ', $little)));
        }
        arsort($hits);
        [$first, $second] = array_values($hits);

        return $first < self::WORDS || $first < self::TIMES * $second ? null : Language::of((string) array_key_first($hits));
    }
}
