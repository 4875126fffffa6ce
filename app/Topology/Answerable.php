<?php

declare(strict_types=1);

namespace App\Topology;

use App\Topology\Record\Fields;
use App\Topology\Record\ItemRoles;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use Skarvo\Topology\Record\AttributeKind;

/** Who answers for a set of items: each person and team once, with what they are to which of them. */
final class Answerable
{
    private const MOST_ITEMS = 2000;

    private const NAMED = 5;

    private const AT_ONCE = 500;

    /** Of items in the address, or of those that the estate's list shows for the same address. */
    public function show(Request $request): JsonResponse
    {
        $asked = $request->query('items');
        $list = EstateList::asked($request);
        $ids = is_string($asked)
            && $asked !== ''
                ? array_values(array_unique(explode(',', $asked)))
                : array_values(
                    $list->query()->orderBy('items.id')->limit(self::MOST_ITEMS + 1)->pluck('items.id')->map(strval(...))->all(),
                );

        return new JsonResponse([
            'of' => min(count($ids), self::MOST_ITEMS), 'cut' => count($ids) > self::MOST_ITEMS,
            ...self::of(array_slice($ids, 0, self::MOST_ITEMS)),
        ]);
    }

    /**
     * @param  list<string>  $ids
     * @param  list<string>|null  $only  names of roles; null: all
     * @return array{who: list<array{id: string, name: string, isTeam: bool, as: list<array{role: string, items: list<string>, many: int}>}>, missing: list<array{role: string, items: list<string>, many: int}>}
     *     by how many of the items they answer for; and roles in which nobody answers for some
     */
    public static function of(array $ids, ?array $only = null): array
    {
        $roles = ['team' => ['Technical team', true], 'business_owner' => ['Business owner', false]];
        foreach (ItemRoles::all() as $role) {
            $roles[$role->name] = [$role->label, $role->kind === AttributeKind::Team];
        }
        $roles = $only === null ? $roles : array_intersect_key($roles, array_flip($only));
        $left = DB::table('people')->whereNotNull('left_at')->pluck('id', 'id');
        $found = $missing = [];
        foreach (array_chunk($ids, self::AT_ONCE) as $some) {
            foreach (DB::table('items')->whereIn('id', $some)->orderBy('name')->get() as $item) {
                $values = Fields::of($item);
                foreach ($roles as $name => [$label, $isTeam]) {
                    $who = $values[$name] ?? '';
                    // Whoever has left answers for nothing any more.
                    if ($who === '' || (! $isTeam && isset($left[$who]))) {
                        $missing[$label][] = (string) $item->name;
                    } else {
                        $found[$isTeam ? 'teams' : 'people'][$who][$label][] = (string) $item->name;
                    }
                }
            }
        }
        $who = [];
        foreach ($found as $table => $all) {
            $names = DB::table($table)->whereIn('id', array_map(strval(...), array_keys($all)))->pluck('name', 'id');
            foreach ($all as $id => $as) {
                $who[] = [
                    'id' => (string) $id, 'name' => (string) ($names[$id] ?? $id), 'isTeam' => $table === 'teams',
                    'as' => self::told($as),
                ];
            }
        }
        $most = static fn(array $one): int => max(0, ...array_column($one['as'], 'many'));
        usort($who, static fn(array $a, array $b): int => [-$most($a), $a['name']] <=> [-$most($b), $b['name']]);

        return ['who' => $who, 'missing' => self::told($missing)];
    }

    /**
     * @param  array<string, list<string>>  $as  names of items by role
     * @return list<array{role: string, items: list<string>, many: int}>
     */
    private static function told(array $as): array
    {
        return array_map(
            static fn(string $role, array $items): array => [
                'role' => $role, 'items' => array_slice($items, 0, self::NAMED), 'many' => count($items),
            ],
            array_keys($as), $as,
        );
    }
}
