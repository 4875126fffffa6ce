<?php

declare(strict_types=1);

namespace Skarvo\Tests\Changes\Course;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Skarvo\Changes\Course\Template;

/** A standard change keeps to what was agreed on, in all that mattered to those who did. */
final class TemplateTest extends TestCase
{
    private const STEP = ['text' => 'Write the image', 'minutes' => 20, 'check' => null, 'back' => null, 'no_return' => false];

    private const KINDS = ['a' => 'barrier', 'b' => 'barrier', 'c' => 'barrier', 'd' => 'switch'];

    /**
     * @return iterable<string, array{list<string>, 1?: list<string>, 2?: list<string>, 3?: int, 4?: string, 5?: list<array{text: string, minutes: int|null, check: string|null, back: string|null, no_return: bool}>}>
     */
    public static function plans(): iterable
    {
        yield 'as agreed' => [[]];
        yield 'in another order' => [[], ['b', 'a']];
        yield 'shorter' => [[], ['a', 'b'], ['d'], 60];
        yield 'longer by a second' => [['it takes longer'], ['a', 'b'], ['d'], 3601];
        yield 'one more' => [['its items are others'], ['a', 'b', 'c']];
        yield 'one less' => [['its items are others'], ['a']];
        yield 'another' => [['its items are others'], ['a', 'c']];
        yield 'taken down in place of touched' => [['its items are others'], ['a', 'b', 'd'], []];
        yield 'another way back' => [['the way back is another'], ['a', 'b'], ['d'], 3600, 'Hope'];
        yield 'another step' => [['its steps are others'], ['a', 'b'], ['d'], 3600, 'Put it back', [['no_return' => true] + self::STEP]];
        yield 'no step' => [['its steps are others'], ['a', 'b'], ['d'], 3600, 'Put it back', []];
    }

    /**
     * @param  list<string>  $differences
     * @param  list<string>  $down
     * @param  list<string>  $touched
     * @param  list<array{text: string, minutes: int|null, check: string|null, back: string|null, no_return: bool}>  $steps
     */
    #[DataProvider('plans')]
    public function test_what_differs(
        array $differences, array $down = ['a', 'b'], array $touched = ['d'], int $seconds = 3600, string $back = 'Put it back',
        array $steps = [self::STEP],
    ): void {
        $template = new Template(['a', 'b'], ['d'], null, 3600, 'Put it back', [self::STEP]);
        self::assertSame($differences, $template->differences($down, $touched, self::KINDS, $seconds, $back, $steps));
    }

    public function test_of_a_kind_of_items_it_may_be_any_as_many(): void
    {
        $template = new Template(['a'], [], 'barrier', 3600, '', []);
        $of = static fn(string ...$down): array => $template->differences(array_values($down), [], self::KINDS, 60, '', []);
        self::assertSame([], $of('b'));
        self::assertSame(['it is for as many items as the template has'], $of('b', 'c'));
        self::assertSame(['not all of its items are of the kind barrier'], $of('d'));
        self::assertSame(['not all of its items are of the kind barrier'], $of('gone'));
        self::assertSame(['it is for as many items as the template has'], $template->differences([], ['a'], self::KINDS, 60, '', []));
    }
}
