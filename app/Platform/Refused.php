<?php

declare(strict_types=1);

namespace App\Platform;

/**
 * Something cannot be done as things stand. At the edge it becomes what validation says (ProblemDetails): the person is
 * told beside the form, and nothing is lost.
 */
final class Refused extends \DomainException
{
    /** @param  non-empty-array<string, string>  $reasons  by field; `action` is the whole of it */
    private function __construct(public readonly array $reasons)
    {
        parent::__construct(implode(' ', $reasons));
    }

    public static function because(string $why, string $field = 'action'): self
    {
        return new self([$field => $why]);
    }

    /** @param  non-empty-array<string, string>  $reasons  by field */
    public static function fields(array $reasons): self
    {
        return new self($reasons);
    }
}
