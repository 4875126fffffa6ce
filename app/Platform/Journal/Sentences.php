<?php

declare(strict_types=1);

namespace App\Platform\Journal;

use App\Platform\Contracts\EntryKind;
use App\Platform\Contracts\TellsEntries;
use App\Platform\Given;

/** The words that capabilities give for their entries. */
final class Sentences
{
    /** @var list<TellsEntries> */
    private readonly array $words;

    public function __construct()
    {
        $this->words = Given::all(TellsEntries::class);
    }

    public function of(Entry $entry): Sentence
    {
        $facts = new Facts($entry->told());
        foreach ($this->words as $words) {
            $sentence = $words->tell($entry->kind, $facts);
            if ($sentence !== null) {
                return $sentence;
            }
        }

        return Sentence::plain($entry->kind);
    }

    /** @return list<string> kinds of entries by which people can find what they wrote */
    public function written(): array
    {
        $kinds = array_merge(...array_map(static fn(TellsEntries $words): array => $words->written(), $this->words));

        return array_map(static fn(EntryKind $kind): string => (string) $kind->value, $kinds);
    }
}
