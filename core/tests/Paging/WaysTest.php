<?php

declare(strict_types=1);

namespace Skarvo\Tests\Paging;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Skarvo\Paging\Ways;

final class WaysTest extends TestCase
{
    /** @return list<array{string, string}> */
    private static function ways(string $words): array
    {
        $ways = [];
        foreach ($words === '' ? [] : explode(' ', $words) as $way) {
            $ways[] = [strstr($way, ':', true) ?: $way, substr((string) strstr($way, ':'), 1)];
        }

        return $ways;
    }

    /** @param  list<string>  $broken */
    #[DataProvider('asked')]
    public function test_somebody_is_asked_as_they_answered_and_then_otherwise(
        string $answered, string $contacts, array $broken, string $order,
    ): void {
        self::assertSame(self::ways($order), Ways::toAsk(self::ways($answered), self::ways($contacts), $broken));
    }

    /** @return iterable<string, array{string, string, list<string>, string}> */
    public static function asked(): iterable
    {
        yield 'as they answered' => ['text:1', 'push:p text:1 voice:1', [], 'text:1 push:p voice:1'];
        yield 'the latest answer first' => ['voice:1 text:1', 'push:p', [], 'voice:1 text:1 push:p'];
        yield 'at an address that is no contact any more' => ['text:0', 'text:1', [], 'text:0 text:1'];
        yield 'not first where that does not work' => ['text:1', 'push:p voice:1', ['text'], 'push:p voice:1 text:1'];
        yield 'what does not work, in order' => ['text:1', 'push:p voice:1', ['push', 'text', 'voice'], 'text:1 push:p voice:1'];
        yield 'who has not answered' => ['', 'push:p text:1', ['push'], 'text:1 push:p'];
        yield 'who cannot be reached' => ['', '', ['push'], ''];
    }

    public function test_whatever_there_is_each_way_is_asked_once_and_none_that_does_not_work_before_one_that_does(): void
    {
        $random = new Randomizer(new Mt19937(4));
        $channels = ['push', 'text', 'voice', 'mail'];
        for ($run = 0; $run < 400; $run++) {
            $some = static fn(): array => array_map(
                static fn(): array => [$channels[$random->getInt(0, 3)], (string) $random->getInt(1, 2)],
                array_fill(0, $random->getInt(0, 5), null),
            );
            [$answered, $contacts] = [$some(), $some()];
            $broken = array_values(array_filter($channels, static fn(): bool => $random->getInt(0, 2) === 0));
            $ways = Ways::toAsk($answered, $contacts, $broken);
            $key = static fn(array $way): string => implode(':', $way);
            self::assertEqualsCanonicalizing(
                array_values(array_unique(array_map($key, [...$answered, ...$contacts]))), array_map($key, $ways),
            );
            $works = array_map(static fn(array $way): bool => ! in_array($way[0], $broken, true), $ways);
            $sorted = $works;
            rsort($sorted);
            self::assertSame($sorted, $works);
            $tried = [];
            while (($next = Ways::untried($ways, $tried)) !== null) {
                self::assertSame($ways[count($tried)], $next);
                $tried[] = $next;
            }
            self::assertSame($ways, $tried);
        }
    }

    /**
     * @param  list<string>  $broken
     * @param  array<string, string>  $ways
     */
    #[DataProvider('consenting')]
    public function test_who_has_to_consent_is_mailed_and_woken_where_it_cannot_wait(
        string $mail, bool $canWait, string $contacts, array $broken, array $ways,
    ): void {
        self::assertSame($ways, Ways::toConsent($mail, $canWait, self::ways($contacts), $broken));
    }

    /** @return iterable<string, array{string, bool, string, list<string>, array<string, string>}> */
    public static function consenting(): iterable
    {
        yield 'it can wait' => ['a@b', true, 'push:p', [], ['mail' => 'a@b']];
        yield 'though mail does not work' => ['a@b', true, 'push:p', ['mail'], ['mail' => 'a@b']];
        yield 'it cannot' => ['a@b', false, 'push:p text:1', [], ['mail' => 'a@b', 'push' => 'p']];
        yield 'it cannot, and the first does not work' => ['a@b', false, 'push:p text:1', ['push'], ['mail' => 'a@b', 'text' => '1']];
        yield 'it cannot, and none works' => ['a@b', false, 'push:p text:1', ['push', 'text'], ['mail' => 'a@b', 'push' => 'p']];
        yield 'mail wakes nobody' => ['a@b', false, 'mail:c@d', [], ['mail' => 'a@b']];
        yield 'no mail' => ['', true, 'text:1', [], ['text' => '1']];
        yield 'nothing' => ['', false, '', [], []];
    }
}
