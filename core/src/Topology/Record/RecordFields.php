<?php

declare(strict_types=1);

namespace Skarvo\Topology\Record;

/** What can be recorded of an item, and what values it can have. */
final readonly class RecordFields
{
    /** What every item has, whatever its type. */
    public const BUILT_IN = ['id', 'name', 'kind', 'tier', 'team', 'business_owner', 'site', 'description', 'public_name', 'use', 'needs'];

    private const LONGEST = ['name' => 200, 'kind' => 60, 'site' => 120, 'description' => 4000, 'public_name' => 200];

    private const LABELS = [
        'id' => 'Id', 'name' => 'Name', 'kind' => 'Type', 'tier' => 'Tier', 'team' => 'Technical team',
        'business_owner' => 'Business owner', 'site' => 'Site',
        'description' => 'Description', 'public_name' => 'Public name', 'use' => 'Use', 'needs' => 'Needs',
    ];

    /**
     * @param  array<array-key, ItemType>  $types  by name; an item of a type that is not among them has no attributes of its own
     * @param  list<string>|null  $used  types that items have; null: any may be named
     * @param  list<Attribute>  $roles  which people and teams can have towards items of any type
     */
    public function __construct(
        private array $types, private Directory $directory, private ?array $used = null, private array $roles = [],
    ) {}

    /** @throws BadValue if no item is of that type, and none was declared by that name */
    public function mustBeType(string $name): void
    {
        if ($this->used === null || isset($this->types[$name]) || in_array($name, $this->used, true)) {
            return;
        }
        $near = null;
        foreach ([...array_map(strval(...), array_keys($this->types)), ...$this->used] as $other) {
            $far = levenshtein(mb_strtolower(mb_substr($name, 0, 60)), mb_strtolower(mb_substr($other, 0, 60)));
            if ($far <= 3 && ($near === null || $far < $near[0])) {
                $near = [$far, $other];
            }
        }
        throw new BadValue(
            "There is no type \"$name\". ".(
                $near === null ? '' : "Did you mean \"$near[1]\"? "
            ).'Correct it, or add the type first, under Types.',
        );
    }

    public function type(string $name): ItemType
    {
        return ($this->types[$name] ?? new ItemType($name))->with($this->roles);
    }

    public function isType(string $name): bool
    {
        return isset($this->types[$name]);
    }

    /** Whether anything of any type is called that. */
    public function knows(string $field): bool
    {
        return in_array($field, self::BUILT_IN, true) || in_array($field, array_column($this->roles, 'name'), true)
            || array_filter($this->types, static fn(ItemType $type): bool => isset($type->attributes[$field])) !== [];
    }

    /** As people read it. */
    public function label(string $field, ?string $kind = null): string
    {
        return self::LABELS[$field] ?? $this->type((string) $kind)->attributes[$field]->label ?? $field;
    }

    /**
     * @param  string  $text  as it was typed or read; empty: none
     * @return string as it is kept; empty: none
     *
     * @throws BadValue
     */
    public function check(string $kind, string $field, string $text): string
    {
        $text = trim($text);
        if ($text === '') {
            return in_array($field, ['name', 'kind'], true) ? throw new BadValue(self::LABELS[$field].' cannot be empty.') : '';
        }
        if (preg_match('/[\x00-\x08\x0B\x0C\x0E-\x1F]/', $text) === 1) {
            throw new BadValue($this->label($field, $kind).' holds control characters. Take them out.');
        }
        if (isset(self::LONGEST[$field])) {
            return mb_strlen($text) <= self::LONGEST[$field]
                ? $text
                : throw new BadValue(self::LABELS[$field].' is longer than '.self::LONGEST[$field].' characters. Shorten it.');
        }

        return match ($field) {
            'tier' => preg_match('/^[1-4]$/D', $text) === 1
                ? $text
                : throw new BadValue("Tier is a number from 1, which matters most, to 4, not \"$text\"."),
            'team' => $this->directory->team($text) ?? throw new BadValue("There is no team \"$text\". Use a team's id or name."),
            'business_owner' => $this->directory->person($text) ?? throw new BadValue(
                "Business owner: nobody is called \"$text\". Use a person's id, name or mail address.",
            ),
            'use' => WeekOfUse::parse($text)->text,
            default => ($this->type($kind)->attributes[$field] ?? throw new BadValue(
                "Items of the type \"$kind\" have no attribute \"$field\". Add it to the type, or leave it out.",
            ))->check($text, $this->directory),
        };
    }

    public static function isDate(string $text): bool
    {
        return preg_match('/^(\d{4})-(\d\d)-(\d\d)$/D', $text, $m) === 1 && checkdate((int) $m[2], (int) $m[3], (int) $m[1]);
    }
}
