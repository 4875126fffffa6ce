<?php

declare(strict_types=1);

namespace Skarvo\Tests\Updates;

use PHPUnit\Framework\TestCase;
use Skarvo\Updates\Affects;
use Skarvo\Updates\AffectsMe;
use Skarvo\Updates\AffectsSentence;

/** Whether what is known affects somebody at a place. */
final class AffectsMeTest extends TestCase
{
    public function test_a_place_that_it_reaches_is_yes_however_the_place_is_written(): void
    {
        foreach (['Havre', ' havre', 'Havre quay', 'at the HAVRE ferry', 'Havre-Quay!'] as $place) {
            $answer = self::asked($place, [['Ask'], ['Havre quay', 'Havre']]);
            self::assertSame([Affects::Yes, 1], [$answer->affects, $answer->which], $place);
        }
        foreach ([null, '  '] as $nowhere) {
            self::assertSame([Affects::Yes, 0], [self::asked($nowhere, [['Ask']])->affects, self::asked($nowhere, [['Ask']])->which]);
        }
        self::assertSame(Affects::Yes, self::asked('anywhere', [[]])->affects);
    }

    public function test_another_place_is_not_sure_and_names_what_outsiders_were_told(): void
    {
        $answer = AffectsMe::of('Kalv', [['Ask', 'Havre'], ['Ask', 'Rossnes', 'Depot']], ['Ask', 'Havre', 'Rossnes'], true, true);

        self::assertSame([Affects::Unsure, 0], [$answer->affects, $answer->which]);
        self::assertSame([AffectsSentence::Elsewhere, ['Ask', 'Havre', 'Rossnes']], [$answer->says, $answer->places]);
        self::assertSame(
            [AffectsSentence::Elsewhere, []], [self::asked('Kalv', [['Depot']])->says, self::asked('Kalv', [['Depot']])->places]
        );
        self::assertNull(self::asked('Ask', [['Ask']])->says, 'What they were told says all.');
        // Part of a word is another place.
        self::assertSame(Affects::Unsure, self::asked('Kalvoy', [['Kalv']])->affects);
        self::assertSame(Affects::Unsure, self::asked('???', [['Ask']])->affects);
    }

    public function test_what_outsiders_were_not_told_is_not_sure_and_never_no(): void
    {
        foreach ([[true, false], [false, true], [true, true]] as [$isKnown, $isWorse]) {
            $answer = AffectsMe::of('Ask', [], [], $isKnown, $isWorse);
            self::assertSame([Affects::Unsure, null, AffectsSentence::Looking], [$answer->affects, $answer->which, $answer->says]);
        }
        foreach (['Ask', null] as $place) {
            $answer = AffectsMe::of($place, [], [], false, false);
            self::assertSame([Affects::No, AffectsSentence::None, null], [$answer->affects, $answer->says, $answer->which]);
        }
    }

    /** @param  list<list<string>>  $told */
    private static function asked(?string $place, array $told): AffectsMe
    {
        return AffectsMe::of($place, $told, ['Ask', 'Havre'], true, true);
    }
}
