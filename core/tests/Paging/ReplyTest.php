<?php

declare(strict_types=1);

namespace Skarvo\Tests\Paging;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Skarvo\Paging\Reply;
use Skarvo\Paging\ReplyKind;

final class ReplyTest extends TestCase
{
    /** @return iterable<string, array{string, string|null}> */
    public static function texts(): iterable
    {
        yield 'yes' => ['Yes', 'yes'];
        yield 'with a stop and more' => ["yes. on my way\nsent from a phone", 'yes'];
        yield 'ok' => ['OK', 'yes'];
        yield 'a digit' => [' 1 ', 'yes'];
        yield 'no' => ['no', 'no'];
        yield 'no, with a reason' => ['No, I am at sea', 'no'];
        yield 'cannot' => ["I can't", 'no'];
        yield 'cannot, with a curled apostrophe' => ['I can’t', 'no'];
        yield 'minutes' => ['in 15', 'later 15'];
        yield 'minutes with a unit' => ['Yes, in 5 min.', 'later 5'];
        yield 'the third key' => ['3', 'later 10'];
        yield 'to somebody' => ['hand to Tor Berg.', 'hand Tor Berg'];
        yield 'in other words' => ['give it to tor', 'hand tor'];
        yield 'the fourth key' => ['4', 'hand '];
        yield 'a reply by mail' => ["> IN-12, priority 1\n> Answer yes or no\n\n  yes\n> more", 'yes'];
        yield 'quoted only' => ['> yes', null];
        yield 'nothing' => ['', null];
        yield 'something else' => ['who is this?', null];
        yield 'a word that begins alike' => ['yesterday was better', null];
        yield 'another' => ['nobody told me', null];
        yield 'yes, but' => ['yes but no', null];
        yield 'no problem is a yes to some' => ['no problem', null];
        yield 'too late' => ['in 500', null];
        yield 'at once' => ['in 0', null];
        yield 'an unknown key' => ['7', null];
        yield 'no text at all' => ["\xff\xfe", null];
    }

    #[DataProvider('texts')]
    public function test_answers_are_read_as_people_write_them(string $text, ?string $means): void
    {
        $reply = Reply::fromText($text);
        $told = match ($reply?->kind) {
            null => null,
            ReplyKind::Later => "later $reply->minutes",
            ReplyKind::HandTo => "hand $reply->to",
            default => $reply->kind->value,
        };

        self::assertSame($means, $told);
    }

    public function test_minutes_are_kept_in_sense(): void
    {
        self::assertSame([1, 120, 30], [Reply::later(-3)->minutes, Reply::later(999)->minutes, Reply::later(30)->minutes]);
    }

    public function test_no_text_makes_it_stumble(): void
    {
        mt_srand(7);
        for ($i = 0; $i < 3000; $i++) {
            $text = implode(
                '',
                array_map(
                    static fn(): string => ['yes', 'no', ' ', "\n", '>', '1', 'in ', 'hand to ', chr(mt_rand(0, 255)), '12'][mt_rand(0, 9)],
                    range(1, mt_rand(1, 8)),
                ),
            );
            $reply = Reply::fromText($text);
            if ($reply !== null) {
                self::assertSame($reply->kind === ReplyKind::Later, $reply->minutes > 0);
                self::assertTrue($reply->kind === ReplyKind::HandTo || $reply->to === '');
            }
        }
    }
}
