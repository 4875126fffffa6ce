<?php

declare(strict_types=1);

namespace Skarvo\Topology\Record;

use Skarvo\Json\Document;
use Skarvo\Json\ErrorCode;

/** A type of items: what is recorded of them, and by what a scan recognises one. */
final readonly class ItemType
{
    /** @var array<string, Attribute> by name */
    public array $attributes;

    /**
     * @param  list<Attribute>  $attributes
     * @param  list<string>  $identifying  names of attributes by which one is recognised, the most trusted first; `name`
     *     may stand among them
     */
    public function __construct(public string $name, array $attributes = [], public array $identifying = [])
    {
        $byName = [];
        foreach ($attributes as $attribute) {
            $byName[$attribute->name] = $attribute;
        }
        $this->attributes = $byName;
    }

    /**
     * With what every type has; what it has of its own goes before that.
     *
     * @param  list<Attribute>  $roles
     */
    public function with(array $roles): self
    {
        return new self($this->name, [...$roles, ...array_values($this->attributes)], $this->identifying);
    }

    /** @throws \Skarvo\Json\BadInput */
    public static function read(Document $document): self
    {
        $fields = $document->fields($document->root(), '', ['name', 'attributes'], ['identifying']) ?? [];
        $name = array_key_exists('name', $fields) ? $document->text($fields['name'], '/name') : null;
        if ($name !== null && (trim($name) === '' || mb_strlen($name) > 60)) {
            $document->refuse(ErrorCode::OutOfRange, '/name', 'Name the type, in 60 characters at most.');
        }
        $attributes = $names = [];
        foreach (
            array_key_exists('attributes', $fields) ? $document->list($fields['attributes'], '/attributes') ?? [] : [] as $i => $value
        ) {
            $attribute = Attribute::read($document, $value, "/attributes/$i");
            if ($attribute !== null && isset($names[$attribute->name])) {
                $document->refuse(ErrorCode::DuplicateId, "/attributes/$i/name", "\"$attribute->name\" is there twice. Keep one.");
            } elseif ($attribute !== null) {
                $names[$attribute->name] = true;
                $attributes[] = $attribute;
            }
        }
        foreach ($attributes as $i => $attribute) {
            $end = $attribute->early === null
                ? null
                : array_values(array_filter(
                    $attributes, static fn(Attribute $other): bool => $other->name === $attribute->early,
                ))[0] ?? null;
            if ($attribute->early !== null && ($end?->kind !== AttributeKind::Date || $end === $attribute)) {
                $document->refuse(
                    ErrorCode::UnknownId, "/attributes/$i/early",
                    "\"$attribute->label\" has to come before another date of this type.",
                );
            }
        }
        $identifying = [];
        foreach ($document->list($fields['identifying'] ?? [], '/identifying') ?? [] as $i => $value) {
            $by = $document->text($value, "/identifying/$i");
            if ($by !== null && $by !== 'name' && ! isset($names[$by])) {
                $document->refuse(
                    ErrorCode::UnknownId, "/identifying/$i",
                    "This type has no attribute \"$by\". Use one of its attributes, or name.",
                );
            } elseif ($by !== null) {
                $identifying[] = $by;
            }
        }
        $document->conclude();

        return new self(trim((string) $name), $attributes, array_values(array_unique($identifying)));
    }

    /** @return array{name: string, attributes: list<array<string, mixed>>, identifying: list<string>} */
    public function toArray(): array
    {
        return [
            'name' => $this->name,
            'attributes' => array_map(static fn(Attribute $a): array => $a->toArray(), array_values($this->attributes)),
            'identifying' => $this->identifying,
        ];
    }
}
