<?php

declare(strict_types=1);

namespace Skarvo\Json;

use Skarvo\Time\Duration;
use Skarvo\Time\Instant;

/**
 * One object of a document with where it stands, so that a reader names each field once.
 * What is missing was noted when the object was opened; what is wrong is noted as it is read, and comes as null.
 */
final readonly class Row
{
    /** @param  array<array-key, mixed>  $fields */
    private function __construct(public Document $document, public array $fields, public string $at) {}

    /**
     * @param  list<string>  $required
     * @param  list<string>  $optional
     */
    public static function root(Document $document, array $required, array $optional = []): self
    {
        return new self($document, $document->fields($document->root(), '', $required, $optional) ?? [], '');
    }

    /** @param  array<array-key, mixed>  $fields  that were checked already, or the members of a map */
    public static function of(Document $document, array $fields, string $at = ''): self
    {
        return new self($document, $fields, $at);
    }

    /**
     * @param  list<string>  $required
     * @param  list<string>  $optional
     * @return self|null null if the field is not there, or is no object
     */
    public function object(string $name, array $required, array $optional = []): ?self
    {
        $fields = $this->has($name) ? $this->document->fields($this->fields[$name], $this->at($name), $required, $optional) : null;

        return $fields === null ? null : new self($this->document, $fields, $this->at($name));
    }

    public function has(string $name): bool
    {
        return array_key_exists($name, $this->fields);
    }

    public function at(string $name): string
    {
        return Pointer::child($this->at, $name);
    }

    public function text(string $name): ?string
    {
        return $this->has($name) ? $this->document->text($this->fields[$name], $this->at($name)) : null;
    }

    public function id(string $name): ?string
    {
        return $this->has($name) ? $this->document->id($this->fields[$name], $this->at($name)) : null;
    }

    /**
     * An id that no other of its kind has; it is added to those seen.
     *
     * @param  array<array-key, true>  $seen
     */
    public function newId(string $name, array &$seen, string $kind): ?string
    {
        $id = $this->id($name);
        if ($id !== null && isset($seen[$id])) {
            return $this->document->refuse(
                ErrorCode::DuplicateId, $this->at($name), "There is a $kind \"$id\" already. Give this one a name of its own.",
            );
        }
        if ($id !== null) {
            $seen[$id] = true;
        }

        return $id;
    }

    public function integer(string $name, int $min, int $max): ?int
    {
        return $this->has($name) ? $this->document->integer($this->fields[$name], $this->at($name), $min, $max) : null;
    }

    /**
     * @template T of \BackedEnum
     *
     * @param  class-string<T>  $enum
     * @return T|null
     */
    public function word(string $name, string $enum): ?\BackedEnum
    {
        return $this->has($name) ? $this->document->word($this->fields[$name], $this->at($name), $enum) : null;
    }

    public function flag(string $name): ?bool
    {
        if (! $this->has($name)) {
            return null;
        }

        return is_bool($this->fields[$name]) ? $this->fields[$name] : $this->document->wrongType($this->at($name), 'true or false');
    }

    public function instant(string $name): ?Instant
    {
        return $this->has($name) ? $this->document->instant($this->fields[$name], $this->at($name)) : null;
    }

    /** @return int|null whole seconds since the epoch */
    public function second(string $name): ?int
    {
        return $this->instant($name)?->seconds;
    }

    public function duration(string $name): ?Duration
    {
        return $this->has($name) ? $this->document->duration($this->fields[$name], $this->at($name)) : null;
    }

    /** @return array{int, int}|null seconds since the epoch of `from` and `to`, the latter later */
    public function range(): ?array
    {
        $from = $this->second('from');
        $to = $this->second('to');
        if ($from === null || $to === null) {
            return null;
        }

        return $to > $from ? [$from, $to] : $this->refuseEnd();
    }

    /** @return array{int, int}|null seconds as a wall clock counts them of `from` and `to`, the latter later */
    public function localRange(): ?array
    {
        $from = $this->has('from') ? $this->document->localTime($this->fields['from'], $this->at('from')) : null;
        $to = $this->has('to') ? $this->document->localTime($this->fields['to'], $this->at('to')) : null;
        if ($from === null || $to === null) {
            return null;
        }

        return $to->seconds > $from->seconds ? [$from->seconds, $to->seconds] : $this->refuseEnd();
    }

    /** @return list<mixed> empty where there is none */
    public function list(string $name): array
    {
        return $this->has($name) ? $this->document->list($this->fields[$name], $this->at($name)) ?? [] : [];
    }

    /** @return array<int, string> ids by their places, each once */
    public function ids(string $name): array
    {
        $seen = [];
        $ids = [];
        foreach ($this->list($name) as $i => $value) {
            $id = $this->document->id($value, $this->at($name)."/$i");
            if ($id === null) {
                continue;
            }
            if (isset($seen[$id])) {
                $this->document->refuse(ErrorCode::DuplicateId, $this->at($name)."/$i", "\"$id\" is in this list already. Name each once.");
            } else {
                $seen[$id] = true;
                $ids[$i] = $id;
            }
        }

        return $ids;
    }

    /**
     * The objects of a list. Those that are no objects are noted and passed over.
     *
     * @param  list<string>  $required
     * @param  list<string>  $optional
     * @return iterable<int, self>
     */
    public function rows(string $name, array $required, array $optional = []): iterable
    {
        foreach ($this->list($name) as $i => $value) {
            $fields = $this->document->fields($value, $this->at($name)."/$i", $required, $optional);
            if ($fields !== null) {
                yield $i => new self($this->document, $fields, $this->at($name)."/$i");
            }
        }
    }

    private function refuseEnd(): null
    {
        return $this->document->refuse(ErrorCode::OutOfRange, $this->at('to'), 'The end must be later than the start.');
    }
}
