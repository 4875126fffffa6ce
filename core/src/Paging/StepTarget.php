<?php

declare(strict_types=1);

namespace Skarvo\Paging;

/** Whom a step calls: a person, or whoever a rota names when the step starts. */
final readonly class StepTarget
{
    private function __construct(public bool $isRota, public string $id) {}

    public static function person(string $id): self
    {
        return new self(false, $id);
    }

    public static function rota(string $id): self
    {
        return new self(true, $id);
    }

    /** @return self|null null unless the text is `person:ID` or `rota:ID` */
    public static function parse(string $text): ?self
    {
        return preg_match('/^(person|rota):([^\p{Z}\p{Cc}]{1,128})$/Du', $text, $m) === 1 ? new self($m[1] === 'rota', $m[2]) : null;
    }

    public function __toString(): string
    {
        return ($this->isRota ? 'rota:' : 'person:').$this->id;
    }
}
