<?php

declare(strict_types=1);

namespace Skarvo\Tests\Tickets;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Skarvo\Tickets\LanguageGuess;
use Skarvo\Value\Language;

/** In which language somebody writes. */
final class LanguageGuessTest extends TestCase
{
    /** @return iterable<string, array{Language|null, string}> */
    public static function texts(): iterable
    {
        foreach ([
            [Language::English, 'The barrier stays shut although the booking is for today, and forty cars are waiting.'],
            [Language::English, 'Nobody can pay. It says that the card was declined.'],
            [Language::English, 'printer at Havre does not print the tickets'],
            [Language::Norwegian, 'Bommen er stengt, og førti biler venter ved kaia. Det har vært sånn siden klokka sju.'],
            [Language::Norwegian, 'Vi kan ikke betale med kort på terminalen'],
            [Language::Norwegian, 'Skjermen er svart. Hva skal vi gjøre nå?'],
            [Language::German, 'Die Schranke bleibt zu, und wir warten seit einer Stunde.'],
            [Language::German, 'Der Automat nimmt keine Karten an. Bitte helfen Sie uns.'],
            [Language::German, 'Ich kann mich nicht anmelden, es wird nichts angezeigt'],
            [Language::Arabic, 'الحاجز مغلق منذ ساعة ولا أحد يستطيع الدخول'],
            [Language::Arabic, 'لا تعمل آلة kiosk-havre-1'],
            // Too little to say, or as much for one as for another.
            [null, 'pay-link visa E4012'], [null, 'Hilfe!'], [null, ''],  [null, '4711'], [null, "\xC3\x28\xFF\xFE"],
            [null, 'Le portique reste fermé depuis ce matin'],
        ] as [$language, $text]) {
            yield ($language->value ?? 'none').": $text" => [$language, $text];
        }
    }

    #[DataProvider('texts')]
    public function test_little_words_and_script_tell_the_language(?Language $language, string $text): void
    {
        self::assertSame($language, LanguageGuess::of($text));
        self::assertSame($language, LanguageGuess::of(mb_strtoupper(mb_scrub($text))));
    }

    public function test_what_is_mixed_is_told_by_what_is_twice_as_much(): void
    {
        self::assertSame(Language::English, LanguageGuess::of('the the der'));
        self::assertNull(LanguageGuess::of('the the der ist'));
        self::assertNull(LanguageGuess::of('the barrier'));
        // One word is not enough, nor one among many others; what stands far behind is not looked at.
        self::assertNull(LanguageGuess::of('حاجز gate'));
        self::assertNull(LanguageGuess::of('حاجز مغلق barrier-storvik-nordpier'));
        self::assertSame(Language::German, LanguageGuess::of(str_repeat('der ist ', 130).str_repeat('the it was ', 500)));
    }

    public function test_words_of_other_languages_are_never_taken_for_one_and_no_bytes_break_it(): void
    {
        $dice = new Randomizer(new Mt19937(3));
        for ($i = 0; $i < 300; $i++) {
            self::assertNotSame(Language::English, LanguageGuess::of('und die Schranke ist zu '.bin2hex($dice->getBytes(4))));
            LanguageGuess::of($dice->getBytes(60));
        }
    }
}
