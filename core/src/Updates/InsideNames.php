<?php

declare(strict_types=1);

namespace Skarvo\Updates;

/**
 * Names that people outside do not know, in a text that is to go to them.
 *
 * A name counts as a whole word or words, in any case; not where it stands in a name that outsiders know.
 */
final readonly class InsideNames
{
    /** A name of fewer letters stands in many a word. */
    private const LEAST = 4;

    /** @var list<string> */
    private array $known;

    /**
     * @param  iterable<string>  $inside
     * @param  list<string>  $known  to outsiders
     */
    public function __construct(private iterable $inside, array $known)
    {
        $known = array_values(
            array_unique(array_filter(array_map(mb_strtolower(...), $known), static fn(string $name): bool => $name !== ''))
        );
        // The longest first: what is left of it must not be taken for another.
        usort($known, static fn(string $a, string $b): int => [mb_strlen($b), $a] <=> [mb_strlen($a), $b]);
        $this->known = $known;
    }

    /** @return list<string> those that stand in it, each once, in the order in which they were given */
    public function in(string $text): array
    {
        // What outsiders know becomes a gap that joins nothing: "Gate Ask" is not made of "Gate" and what comes after it.
        $low = str_replace($this->known, " \u{1} ", mb_strtolower($text));
        $found = [];
        foreach ($this->inside as $name) {
            $lowName = mb_strtolower($name);
            if (
                mb_strlen($name) >= self::LEAST && ! in_array($lowName, $this->known, true) && str_contains($low, $lowName)
                    && preg_match('/(?<![\p{L}\p{N}])'.preg_quote($lowName, '/').'(?![\p{L}\p{N}])/u', $low) === 1
            ) {
                $found[] = $name;
            }
        }

        return array_values(array_unique($found));
    }
}
