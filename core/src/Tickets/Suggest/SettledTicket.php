<?php

declare(strict_types=1);

namespace Skarvo\Tickets\Suggest;

/** A ticket of the past: what was said, where, and what people made of it. */
final readonly class SettledTicket
{
    /**
     * @param  array<string, string>  $settled  by field (`service`, `urgency`, …) the value that it has in the end; what nobody knows is
     *      missing
     */
    public function __construct(public string $text, public ?string $place, public array $settled) {}
}
