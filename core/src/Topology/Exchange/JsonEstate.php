<?php

declare(strict_types=1);

namespace Skarvo\Topology\Exchange;

use Skarvo\Json\BadInput;
use Skarvo\Json\ErrorCode;
use Skarvo\Topology\Record\Need;
use Skarvo\Topology\Record\RecordFields;
use Skarvo\Topology\Strength;

/** Items and what they need as JSON: the fields of trace's contract, with the rest of each record beside them. */
final class JsonEstate implements EstateFile
{
    /** @var list<string> */
    private array $notes = [];

    public function __construct(private readonly string $text, private readonly RecordFields $fields) {}

    public function rows(): iterable
    {
        try {
            $root = json_decode($this->text, false, 64, JSON_THROW_ON_ERROR);
        } catch (\JsonException $e) {
            throw new BadInput(
                ErrorCode::InvalidJson, '', 'This is not JSON: '.lcfirst($e->getMessage()).'. Use one JSON document in UTF-8.',
            );
        }
        if (! $root instanceof \stdClass || ! is_array($root->items ?? null)) {
            throw new BadInput(ErrorCode::MissingField, '/items', 'The document needs a list "items".');
        }
        $this->notes = $unknown = [];
        $needs = new NeedList;
        foreach (is_array($root->groups ?? null) ? $root->groups : [] as $i => $group) {
            if ($group instanceof \stdClass && is_string($group->item ?? null)) {
                $needs->group(
                    $group->item, is_string($group->name ?? null) ? $group->name : '',
                    is_int($group->needs ?? null) ? $group->needs : 0, self::strength($group),
                    is_string($group->relation ?? null) ? $group->relation : null,
                );
            } else {
                $this->notes[] = "/groups/$i is no group of an item and was passed over.";
            }
        }
        foreach (is_array($root->dependencies ?? null) ? $root->dependencies : [] as $i => $dependency) {
            if ($dependency instanceof \stdClass && is_string($dependency->from ?? null) && is_string($dependency->to ?? null)) {
                $needs->add(
                    $dependency->from, $dependency->to, self::strength($dependency),
                    is_string($dependency->group ?? null) ? $dependency->group : null,
                    is_string($dependency->relation ?? null) ? $dependency->relation : null,
                );
            } else {
                $this->notes[] = "/dependencies/$i has no \"from\" and \"to\" and was passed over.";
            }
        }
        $listed = [];
        foreach ($root->items as $i => $item) {
            $at = "/items/$i";
            if (! $item instanceof \stdClass) {
                yield new EstateRow($at, '', [], null, 'This must be an object.');

                continue;
            }
            $id = is_string($item->id ?? null) ? $item->id : '';
            $fields = [];
            $problem = null;
            foreach ([
                ...get_object_vars($item),
                ...($item->attributes ?? null) instanceof \stdClass ? get_object_vars($item->attributes) : [],
            ] as $name => $value) {
                $name = (string) $name;
                if (in_array($name, ['id', 'attributes', 'needs'], true)) {
                    continue;
                }
                if (! $this->fields->knows($name)) {
                    $unknown[$name] = true;
                } elseif ($value === null || is_string($value) || is_int($value) || is_float($value)) {
                    $fields[$name] = (string) $value;
                } else {
                    $problem ??= "The field \"$name\" must be a text or a number.";
                }
            }
            $listed[$id] = true;
            yield new EstateRow($at, $id, $fields, $needs->of($id), $problem);
        }
        foreach ($needs->owners() as $owner) {
            if (! isset($listed[$owner])) {
                yield new EstateRow('/dependencies', $owner, [], $needs->of($owner));
            }
        }
        if ($unknown !== []) {
            $this->notes[] = 'Passed over, as no type has such an attribute: '.implode(
                ', ', array_map(strval(...), array_keys($unknown)),
            ).'.';
        }
    }

    public function notes(): array
    {
        return $this->notes;
    }

    private static function strength(\stdClass $object): ?Strength
    {
        return is_string($object->strength ?? null) ? Strength::tryFrom($object->strength) : null;
    }

    /**
     * @param  iterable<EstateRow>  $rows  with needs as they are, and all fields
     * @return iterable<string> the document, in pieces
     */
    public static function write(iterable $rows): iterable
    {
        $json = static fn(mixed $value): string => json_encode(
            $value, JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES,
        );
        $dependencies = $groups = [];
        yield "{\n\"items\": [";
        $between = "\n";
        foreach ($rows as $row) {
            $item = ['id' => $row->id];
            $attributes = [];
            foreach ($row->fields as $name => $value) {
                if ($value !== '') {
                    in_array($name, RecordFields::BUILT_IN, true)
                        ? $item[$name] = $name === 'tier'
                        ? (int) $value
                        : $value
                        : $attributes[$name] = $value;
                }
            }
            foreach (is_array($row->needs) ? $row->needs : [] as $n => $need) {
                $more = $need->relation === null ? [] : ['relation' => $need->relation];
                if ($need->isSingle()) {
                    $dependencies[] = $json([
                        'from' => $row->id, 'to' => $need->members[0], 'strength' => $need->strength->value, ...$more,
                    ]);

                    continue;
                }
                $name = 'group-'.($n + 1);
                $groups[] = $json([
                    'item' => $row->id, 'name' => $name, 'needs' => $need->needed, 'strength' => $need->strength->value, ...$more,
                ]);
                foreach ($need->members as $member) {
                    $dependencies[] = $json(['from' => $row->id, 'to' => $member, 'group' => $name]);
                }
            }
            yield $between.$json($attributes === [] ? $item : [...$item, 'attributes' => $attributes]);
            $between = ",\n";
        }
        yield "\n],\n\"dependencies\": [\n".implode(",\n", $dependencies)."\n],\n\"groups\": [\n".implode(",\n", $groups)."\n]\n}\n";
    }
}
