<?php

declare(strict_types=1);

namespace Tests\Feature\Platform;

use App\Platform\TypeScript\Shape;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Skarvo\Topology\State;

/** Types of PHP, as PHPStan's comments write them, as the screens are compiled against them. */
final class ShapesTest extends TestCase
{
    /** @return iterable<string, array{string, string}> */
    public static function types(): iterable
    {
        yield 'words' => ['int|string|null', 'number | string | null'];
        yield 'the same twice' => ['int|float', 'number'];
        yield 'perhaps' => ['?CarbonImmutable', 'string | null'];
        yield 'literals' => ["'plain'|'strong'|3|-1", "'plain' | 'strong' | 3 | -1"];
        yield 'a shape' => ['array{id: int, name?: string|null,}', '{ id: number; name?: string | null }'];
        yield 'over several lines' => ["array{\n  id: int,\n  at: CarbonInterface,\n}", '{ id: number; at: string }'];
        yield 'lists' => ['list<array{a: list<string>, b: int|null}>', '{ a: string[]; b: number | null }[]'];
        yield 'a list of one or another' => ["list<'a'|'b'>", "('a' | 'b')[]"];
        yield 'a list of shapes or nothing' => ['list<array{a: int}|null>', '({ a: number } | null)[]'];
        yield 'a map' => ['array<string, array{a: bool}>', 'Record<string, { a: boolean }>'];
        yield 'an enum' => ['value-of<State>', "'up' | 'at_risk' | 'degraded' | 'down'"];
        yield 'another type' => ['list<Line>|null', 'Line[] | null'];
    }

    #[DataProvider('types')]
    public function test_a_type_is_written_for_the_screens(string $php, string $typeScript): void
    {
        self::assertSame($typeScript, Shape::toTypeScript($php, ['Line'], static fn(): string => State::class));
    }

    /** @return iterable<string, array{string}> */
    public static function wrong(): iterable
    {
        yield 'a class' => ['Closure'];
        yield 'no end' => ['array{id: int'];
        yield 'no type' => ['list<>'];
        yield 'more' => ['int string'];
        yield 'an unknown type' => ['list<Lines>'];
    }

    #[DataProvider('wrong')]
    public function test_what_cannot_be_written_is_refused(string $php): void
    {
        $this->expectException(\DomainException::class);
        Shape::toTypeScript($php, ['Line'], static fn(): string => State::class);
    }
}
