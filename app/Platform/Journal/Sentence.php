<?php

declare(strict_types=1);

namespace App\Platform\Journal;

/** An entry of the journal in words: what happened, and the particulars. */
final readonly class Sentence
{
    /** @param  'plain'|'strong'|'quiet'  $weight  how much it matters to somebody who reads the whole story */
    private function __construct(public string $lead, public string $rest, public string $weight) {}

    public static function of(Entry $entry): self
    {
        return app(Sentences::class)->of($entry);
    }

    public static function plain(string $lead, string $rest = ''): self
    {
        return new self($lead, $rest, 'plain');
    }

    public static function strong(string $lead, string $rest = ''): self
    {
        return new self($lead, $rest, 'strong');
    }

    public static function quiet(string $lead, string $rest = ''): self
    {
        return new self($lead, $rest, 'quiet');
    }
}
