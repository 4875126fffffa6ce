<?php

declare(strict_types=1);

namespace Skarvo\Updates\Versions;

use Skarvo\Value\Language;

/** Names and phrases of the organisation in other languages. */
final readonly class Glossary
{
    /** @var array<string, array<string, string>> by language, then by the plain phrase */
    private array $phrases;

    /**
     * @param  array<array-key, array<array-key, string>>  $phrases  by phrase in the organisation's language, then by code of the language;
     *      '': not known
     */
    public function __construct(array $phrases = [], private Language $own = Language::English)
    {
        $by = [];
        foreach ($phrases as $phrase => $in) {
            foreach ($in as $code => $words) {
                if (trim($words) !== '') {
                    $by[(string) $code][self::plain((string) $phrase)] = trim($words);
                }
            }
        }
        $this->phrases = $by;
    }

    /** @return string|null null: it is not known how that is said */
    public function say(string $phrase, Language $in): ?string
    {
        return $in === $this->own ? trim($phrase) : $this->phrases[$in->value][self::plain($phrase)] ?? null;
    }

    /** A name of something: one that nobody has translated stays as it is. */
    public function name(string $name, Language $in): string
    {
        return $this->say($name, $in) ?? $name;
    }

    /** Case, spaces and a full stop at the end make no other phrase. */
    private static function plain(string $phrase): string
    {
        return rtrim(mb_strtolower(trim((string) preg_replace('/\s+/u', ' ', $phrase))), '. ');
    }
}
