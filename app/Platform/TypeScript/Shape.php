<?php

declare(strict_types=1);

namespace App\Platform\TypeScript;

/**
 * Reads a type as PHPStan's comments write it, and writes it as TypeScript does. What the analysis holds against the code
 * is so what the screens are compiled against.
 */
final class Shape
{
    /** Matches one shape of fields. */
    public const ONE = '(?<one>\{(?:[^{}]|(?&one))*\})';

    private const WORDS = [
        'int' => 'number', 'float' => 'number', 'string' => 'string', 'bool' => 'boolean', 'true' => 'true', 'false' => 'false',
        'null' => 'null', 'mixed' => 'unknown', 'non-empty-string' => 'string', 'positive-int' => 'number', 'array-key' => 'string',
        // As JSON has them.
        'CarbonImmutable' => 'string', 'CarbonInterface' => 'string',
    ];

    /** @var list<string> */
    private array $tokens;

    private int $at = 0;

    /**
     * @param  list<string>  $known  names of other types that are written
     * @param  \Closure(string): class-string<\BackedEnum>  $enum  by the name under which the comment knows it
     */
    private function __construct(string $text, private readonly array $known, private readonly \Closure $enum)
    {
        preg_match_all("/'[^']*'|[\\w\\\\-]+|\\.\\.\\.|[{}<>|?:,()]/", $text, $found);
        $this->tokens = $found[0];
    }

    /**
     * @param  list<string>  $known
     * @param  \Closure(string): class-string<\BackedEnum>  $enum
     *
     * @throws \DomainException if it is none that can be written
     */
    public static function toTypeScript(string $text, array $known, \Closure $enum): string
    {
        $shape = new self($text, $known, $enum);
        $type = $shape->union();
        if ($shape->at < count($shape->tokens)) {
            throw new \DomainException("There is more than a type in: $text");
        }

        return $type;
    }

    private function union(): string
    {
        $types = [];
        do {
            $types[] = $this->one();
        } while ($this->takes('|'));

        return implode(' | ', array_values(array_unique($types)));
    }

    private function one(): string
    {
        if ($this->takes('?')) {
            return $this->one().' | null';
        }
        $word = $this->next();
        if ($word[0] === "'" || preg_match('/^-?\d+$/', $word) === 1) {
            return $word;
        }

        return match (true) {
            $word === 'array' && $this->takes('{') => $this->fields(),
            in_array($word, ['list', 'non-empty-list'], true) => $this->listed(),
            in_array($word, ['array', 'non-empty-array'], true) => $this->mapped(),
            $word === 'value-of' => $this->values(),
            isset(self::WORDS[$word]) => self::WORDS[$word],
            in_array($word, $this->known, true) => $word,
            default => throw new \DomainException("$word is no type that the screens know."),
        };
    }

    private function fields(): string
    {
        $fields = [];
        while (! $this->takes('}')) {
            $name = trim($this->next(), "'");
            $optional = $this->takes('?');
            $this->expect(':');
            $fields[] = $name.($optional ? '?' : '').': '.$this->union();
            if (! $this->takes(',')) {
                $this->expect('}');
                break;
            }
        }

        return '{ '.implode('; ', $fields).' }';
    }

    private function listed(): string
    {
        $this->expect('<');
        $of = $this->union();
        $this->expect('>');

        return preg_match('/^(?:\w+|'.self::ONE.')$/', $of) === 1 ? "{$of}[]" : "($of)[]";
    }

    private function mapped(): string
    {
        $this->expect('<');
        $key = $this->union();
        $this->expect(',');
        $of = $this->union();
        $this->expect('>');

        return "Record<$key, $of>";
    }

    private function values(): string
    {
        $this->expect('<');
        $enum = ($this->enum)($this->next());
        $this->expect('>');

        return implode(' | ', array_map(
            static fn(\BackedEnum $case): string => is_int($case->value) ? (string) $case->value : "'$case->value'", $enum::cases(),
        ));
    }

    private function next(): string
    {
        return $this->tokens[$this->at++] ?? throw new \DomainException('A type ends in its middle.');
    }

    private function takes(string $token): bool
    {
        if (($this->tokens[$this->at] ?? null) !== $token) {
            return false;
        }
        $this->at++;

        return true;
    }

    private function expect(string $token): void
    {
        $found = $this->next();
        if ($found !== $token) {
            throw new \DomainException("There is $found where $token was expected.");
        }
    }
}
