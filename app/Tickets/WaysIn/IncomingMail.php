<?php

declare(strict_types=1);

namespace App\Tickets\WaysIn;

/** A mail that came in, as far as a ticket needs it. */
final readonly class IncomingMail
{
    /**
     * @param  string  $id  its Message-ID; made from its bytes where it has none
     * @param  list<string>  $answers  Message-IDs that it answers, the last one first
     * @param  string  $text  its plain text, or what is left of its HTML
     * @param  list<array{string, string}>  $files  name and bytes of what is attached
     * @param  bool  $isCut  whether its text goes on beyond what is read of it
     */
    public function __construct(
        public string $id, public string $from, public ?string $name, public string $subject, public string $text, public array $answers,
        public bool $isAutomatic, public array $files, public bool $isCut,
    ) {}
}
