<?php

declare(strict_types=1);

namespace App\Platform\Contracts;

/** What somebody looks for. */
final readonly class Sought
{
    public function __construct(public string $text) {}

    /** For Sql::like(). */
    public function like(): string
    {
        return '%'.addcslashes($this->text, '%_\\').'%';
    }

    /** As it stands inside a JSON text, for the same. */
    public function likeInJson(): string
    {
        return '%'.addcslashes(
            trim((string) json_encode($this->text, JSON_UNESCAPED_UNICODE | JSON_INVALID_UTF8_SUBSTITUTE), '"'), '%_\\',
        ).'%';
    }

    /** The number that is meant, with or without the letters of its kind: `in` for IN-0012. */
    public function number(string $letters): ?int
    {
        return preg_match("/^(?:$letters-?)?0*(\\d{1,9})$/i", $this->text, $m) === 1 ? (int) $m[1] : null;
    }
}
