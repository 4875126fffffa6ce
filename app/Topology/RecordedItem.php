<?php

declare(strict_types=1);

namespace App\Topology;

use App\Platform\Moment;
use App\Topology\Record\Fields;
use Illuminate\Support\Facades\DB;
use Skarvo\Topology\Record\AttributeKind;
use Skarvo\Topology\Record\EndDate;
use Skarvo\Topology\Record\WeekOfUse;

/** What is recorded of an item, field by field, with who said it and when. */
final class RecordedItem
{
    /**
     * What is recorded of it, each value with who said it and when.
     *
     * @return array{fields: list<array<string, mixed>>, seen: list<array{scanner: string, at: int}>, not_seen_since: int|null,
     *      hours: string|null, business_owner: string|null}
     */
    public static function told(Item $item): array
    {
        $row = DB::table('items')->where('id', $item->id)->first() ?? abort(404);
        $labels = Fields::load();
        $counts = Fields::of($row);
        $said = DB::table('item_values')->where('item_id', $item->id)->orderByDesc('said_at')->get()->groupBy('field');
        $people = DB::table('people')->get(['id', 'name', 'left_at'])
            ->mapWithKeys(static fn(\stdClass $one): array => [$one->id => $one->left_at === null ? $one->name : "$one->name (has left)"]);
        $teams = DB::table('teams')->pluck('name', 'id');
        $shown = static fn(string $field, string $value): string => match ($field) {
            'team' => (string) ($teams[$value] ?? $value),
            'business_owner' => (string) ($people[$value] ?? $value),
            default => $value,
        };
        $attributes = $labels->type($item->kind)->attributes;
        $order = array_unique([...array_keys(Fields::COLUMNS), ...array_keys($attributes), ...array_map(strval(...), array_keys($counts))]);
        $fields = [];
        foreach ($order as $field) {
            if (! isset($counts[$field])) {
                continue;
            }
            $by = $said->get($field)?->firstWhere('origin', Fields::BY_HAND) ?? $said->get($field)?->first();
            $kind = ($attributes[$field] ?? null)?->kind;
            $fields[] = [
                'field' => $field, 'label' => $labels->label($field, $item->kind), 'value' => $counts[$field],
                'shown' => $shown(match ($kind) {
                    AttributeKind::Person => 'business_owner',
                    AttributeKind::Team => 'team',
                    default => $field,
                }, $counts[$field]),
                'by' => $by?->said_by, 'at' => $by === null ? null : Moment::seconds($by->said_at) * 1000,
                'scanned' => $by !== null && $by->origin !== Fields::BY_HAND,
                'ends' => ($attributes[$field] ?? null)?->remind !== null
                    ? EndDate::due(
                        $counts[$field], [PHP_INT_MAX], now()->setTimezone(config()->string('skarvo.time_zone'))->format('Y-m-d'),
                    )?->words()
                    : null,
            ];
        }

        return [
            'fields' => $fields,
            'seen' => array_values(DB::table('item_sightings')->where(
                'item_id', $item->id
            )->orderBy('scanner')->get()->map(static fn(\stdClass $s): array => [
                'scanner' => (string) $s->scanner, 'at' => (int) $s->seen_at * 1000,
            ])->all()),
            'not_seen_since' => $row->not_seen_since === null ? null : Moment::seconds($row->not_seen_since) * 1000,
            'hours' => $row->use === null ? null : WeekOfUse::parse($row->use)->hoursInWords(),
            'business_owner' => $row->business_owner_id === null
                ? null
                : (string) ($people[$row->business_owner_id] ?? $row->business_owner_id),
        ];
    }
}
