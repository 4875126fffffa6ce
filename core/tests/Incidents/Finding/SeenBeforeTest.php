<?php

declare(strict_types=1);

namespace Skarvo\Tests\Incidents\Finding;

use PHPUnit\Framework\TestCase;
use Skarvo\Incidents\Finding\SeenBefore;

final class SeenBeforeTest extends TestCase
{
    /** @return array{id: int, title: string, text: string, service: string|null} */
    private static function past(int $id, string $title, string $text = '', ?string $service = null): array
    {
        return ['id' => $id, 'title' => $title, 'text' => $text, 'service' => $service];
    }

    public function test_two_words_are_asked_for_or_one_where_the_service_is_the_same(): void
    {
        $past = [
            self::past(1, 'Gates at Ask'), self::past(2, 'Gates and barriers shut', service: 'ticket'),
            self::past(3, 'Gates', service: 'lanes'),
            self::past(4, 'Printers', 'The barriers and the gates', 'ticket'), self::past(5, 'All is slow', service: 'lanes'),
        ];
        $like = SeenBefore::among('Gates and barriers shut', 'lanes', $past);
        self::assertSame([2, 3, 4], array_column($like, 'id'));
        self::assertSame([['gates', 'barriers'], ['gates'], ['gates', 'barriers']], array_column($like, 'words'));
        self::assertSame([false, true, false], array_column($like, 'sameService'));
    }

    public function test_of_equal_ones_whatever_was_found_first_stands_first_and_no_service_is_none(): void
    {
        $past = [self::past(7, 'Clock drift'), self::past(3, 'Clock drift'), self::past(9, 'Clock')];
        self::assertSame([7, 3], array_column(SeenBefore::among('Drift of a clock', null, $past), 'id'));
    }

    public function test_words_are_told_apart_by_letters_and_what_says_nothing_is_left_out(): void
    {
        self::assertSame(
            ['zeitserver', 'clk-2', 'fällt', 'nächste', '2026'],
            array_map(strval(...), array_keys(SeenBefore::words('Zeitserver clk-2 fällt AUS, with this nächste 2026 zu'))),
        );
        self::assertSame(['bytes' => true], SeenBefore::words("\xff\xfe bytes"));
        self::assertSame([], SeenBefore::among('', 'lanes', [self::past(1, 'Gates', service: 'lanes')]));
    }

    /** Whatever is among the past: nothing is found twice, nothing without a shared word, and the order never grows by score. */
    public function test_what_is_found_shares_words(): void
    {
        mt_srand(15);
        $some = static fn(int $most): string => implode(' ', array_map(
            static fn(): string => ['gates', 'clock', 'barrier', 'switch', 'booking', 'down'][mt_rand(0, 5)], range(0, mt_rand(0, $most)),
        ));
        for ($n = 0; $n < 500; $n++) {
            $past = array_map(
                static fn(int $id): array => self::past($id, $some(2), $some(4), ['a', 'b', null][mt_rand(0, 2)]), range(1, 6)
            );
            $text = $some(3);
            $like = SeenBefore::among($text, 'a', $past);
            self::assertSame(array_unique(array_column($like, 'id')), array_column($like, 'id'));
            foreach ($like as $one) {
                $its = $past[$one['id'] - 1];
                foreach ($one['words'] as $word) {
                    self::assertStringContainsString($word, $text);
                    self::assertStringContainsString($word, "{$its['title']} {$its['text']}");
                }
                self::assertTrue($one['sameService'] || count($one['words']) > 1);
                self::assertSame($its['service'] === 'a', $one['sameService']);
            }
        }
    }
}
