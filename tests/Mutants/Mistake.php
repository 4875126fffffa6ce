<?php

declare(strict_types=1);

namespace Tests\Mutants;

/** A small mistake, planted: a stretch of a file with something else in its place. */
final readonly class Mistake
{
    /** @param  int  $from  byte of the file; $to is the last one that is replaced */
    public function __construct(
        public string $file, public int $line, public int $from, public int $to, public string $instead, public string $kind,
    ) {}

    public function in(string $code): string
    {
        return substr($code, 0, $this->from).$this->instead.substr($code, $this->to + 1);
    }

    public function words(string $code): string
    {
        $was = trim((string) preg_replace('/\s+/', ' ', substr($code, $this->from, $this->to - $this->from + 1)));

        return "$this->file:$this->line: $this->kind: ".mb_strimwidth($was, 0, 90, '…').' → '.mb_strimwidth(
            $this->instead === '' ? 'nothing' : $this->instead, 0, 90, '…',
        );
    }
}
