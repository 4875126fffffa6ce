<?php

declare(strict_types=1);

namespace App\Topology\Record;

use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use Inertia\Inertia;
use Inertia\Response;
use Skarvo\Topology\Record\AttributeKind;
use Skarvo\Topology\Record\EndDate;

/** Dates on which something of an item ends, by the days that are left. */
final class DatesController
{
    private const SHOWN = 500;

    public function __invoke(Request $request): Response
    {
        $asked = $request->query('team');
        $team = is_string($asked) ? trim($asked) : '';
        $dates = self::all();
        $shown = $team === '' ? $dates : array_values(array_filter($dates, static fn(array $one): bool => $one['team_id'] === $team));

        return Inertia::render('Topology/Dates', [
            'dates' => array_slice($shown, 0, self::SHOWN), 'inAll' => count($shown), 'team' => $team,
            'teams' => DB::table('teams')
                ->whereIn('id', array_values(array_unique(array_filter(array_column($dates, 'team_id')))))
                ->orderBy('name')->get(['id', 'name']),
        ]);
    }

    /**
     * @return list<array{id: string, name: string, type: string, team_id: string|null, team: string|null, what: string, date: string, left: int, reminds: bool, before: string|null}> soonest first
     */
    private static function all(): array
    {
        $today = now()->setTimezone(config()->string('skarvo.time_zone'))->format('Y-m-d');
        $teams = DB::table('teams')->pluck('name', 'id');
        $dates = [];
        foreach (Fields::types() as $type) {
            $ends = array_filter($type->attributes, static fn($attribute): bool => $attribute->kind === AttributeKind::Date);
            if ($ends === []) {
                continue;
            }
            foreach (DB::table('items')->where('kind', $type->name)->orderBy('id')->get(['id', 'name', 'team_id', 'attributes']) as $item) {
                $values = (array) json_decode($item->attributes, true, 4, JSON_THROW_ON_ERROR);
                foreach ($ends as $attribute) {
                    $value = $values[$attribute->name] ?? '';
                    if (is_string($value) && $value !== '') {
                        if ($attribute->early !== null && EndDate::isMissed($value, $today)) {
                            continue;
                        }
                        $end = EndDate::of($value, $today);
                        $before = $attribute->early === null ? '' : $values[$attribute->early] ?? '';
                        $dates[] = [
                            'id' => (string) $item->id, 'name' => (string) $item->name, 'type' => $type->name,
                            'team_id' => $item->team_id === null ? null : (string) $item->team_id,
                            'team' => $item->team_id === null ? null : (string) $teams[$item->team_id],
                            'what' => $attribute->label, 'date' => $value, 'left' => $end->left,
                            'reminds' => $attribute->remind !== null,
                            'before' => is_string($before) && $before !== '' ? $before : null,
                        ];
                    }
                }
            }
        }
        usort($dates, static fn(array $a, array $b): int => [$a['left'], $a['name'], $a['what']] <=> [$b['left'], $b['name'], $b['what']]);

        return $dates;
    }
}
