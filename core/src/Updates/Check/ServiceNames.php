<?php

declare(strict_types=1);

namespace Skarvo\Updates\Check;

/**
 * The services of the record by all names that they have, as words that go out name them.
 *
 * @internal
 */
final readonly class ServiceNames
{
    public function __construct(private RecordFacts $facts) {}

    /** @return list<string> services that a clause names, the longest names first */
    public function in(string $clause): array
    {
        $named = [];
        foreach ($this->all() as $words => $name) {
            $left = preg_replace('~'.Text::name((string) $words).'~iu', "\u{1}", $clause, -1, $count);
            if ($count > 0 && $left !== null) {
                $named[] = $name;
                $clause = $left;
            }
        }

        return array_values(array_unique($named));
    }

    /** @return array<array-key, string> each service by all names that it has, the longest names first */
    private function all(): array
    {
        $names = [...array_filter($this->facts->aliases, fn(string $one): bool => isset($this->facts->services[$one])), ...array_combine(
            array_keys($this->facts->services), array_keys($this->facts->services),
        )];
        uksort(
            $names,
            static fn(int|string $a, int|string $b): int => [mb_strlen((string) $b), (string) $a] <=> [mb_strlen((string) $a), (string) $b]
        );

        return $names;
    }

    /** A clause in which the names of services, of which a place may be a part, are so many dots. */
    public function without(string $clause): string
    {
        foreach (array_keys($this->all()) as $name) {
            $clause = (string) preg_replace_callback(
                '~'.Text::name((string) $name).'~iu', static fn(array $one): string => str_repeat('.', strlen($one[0])), $clause
            );
        }

        return $clause;
    }
}
