<?php

declare(strict_types=1);

namespace Skarvo\Updates\Check;

/** A text in which something is looked for: digits of other scripts count as those of this one, and places are counted in characters. */
final readonly class Text
{
    /** "kl. 14:30", "approx. 20", "14.30" and "3. März" end no sentence. */
    private const NO_END = '(?<!\bkl)(?<!\bca)(?<!\bapprox)(?<!\b[ap]\.m)(?!(?<=\d)(?<![:.]\d\d)\.\s(?:'.self::MONTH.')\b)';

    private const MONTH = 'jan(?:uar)?|feb(?:ruar)?|mars|märz|apr(?:il)?|mai|juni?|juli?|aug(?:ust)?|sept?(?:ember)?|okt(?:ober)?|nov(?:ember)?|de[sz](?:ember)?';

    public string $text;

    public function __construct(private string $original)
    {
        $this->text = strtr($original, array_combine(
            ['٠', '١', '٢', '٣', '٤', '٥', '٦', '٧', '٨', '٩', '’'], ['0', '1', '2', '3', '4', '5', '6', '7', '8', '9', "'"],
        ));
    }

    /**
     * @return list<array<array-key, array{string, int}>> what matches, by group, each with where it begins in bytes; groups that are empty
     *      are left out
     */
    public function all(string $pattern): array
    {
        preg_match_all("~$pattern~iu", $this->text, $found, PREG_SET_ORDER | PREG_OFFSET_CAPTURE);

        return array_map(
            static fn(array $one): array => array_filter($one, static fn(array $group): bool => $group[1] >= 0 && $group[0] !== ''), $found,
        );
    }

    /** @param  int  $bytes  where it begins */
    public function slip(SlipKind $kind, int $bytes, string $found, string $words, ?string $instead = null): Slip
    {
        [$at, $length] = [mb_strlen(substr($this->text, 0, $bytes)), mb_strlen($found)];

        return new Slip($kind, $at, $length, mb_substr($this->original, $at, $length), $words, $instead);
    }

    /** @return list<array{int, string}> its sentences, each with where it begins in bytes */
    public function sentences(): array
    {
        return $this->split(self::NO_END.'[.!?;:؟]+(?=\s|$)|\n+');
    }

    /**
     * @return list<array{int, string, bool}> what is said of one thing each: parts of sentences, and whether one goes on what was said
     *      before it
     */
    public function clauses(): array
    {
        // A colon keeps what it names with what is said of it.
        $clauses = $this->split(
            self::NO_END
                .'[.!?;؟]+(?=\s|$)|\n+|,\s*(?=(?:but|while|whereas|and|though|however|men|mens|og|aber|während|und|doch|لكن|بينما)\b)|\s(?=(?:but|while|whereas|however|mens|während|aber|لكن|بينما)\b)',
        );

        return array_map(fn(array $one): array => [
            ...$one, $one[0] > 0 && preg_match('~[.!?;؟\n]\s*$~u', substr($this->text, 0, $one[0])) !== 1,
        ], $clauses);
    }

    /** @return list<array{int, string}> */
    private function split(string $pattern): array
    {
        $parts = preg_split("~$pattern~iu", $this->text, -1, PREG_SPLIT_NO_EMPTY | PREG_SPLIT_OFFSET_CAPTURE);

        return array_map(static fn(array $part): array => [$part[1], $part[0]], $parts === false ? [] : $parts);
    }

    /** A pattern for a name as a word or words of its own; Arabic writes "and", "in" and "for" as one with what follows. */
    public static function name(string $name): string
    {
        return '(?:(?<![\p{L}\p{N}])|(?<=^[وبل])|(?<=[^\p{L}\p{N}][وبل]))'.preg_quote($name, '~').'(?![\p{L}\p{N}])';
    }
}
