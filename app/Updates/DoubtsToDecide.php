<?php

declare(strict_types=1);

namespace App\Updates;

use App\Incidents\Incident;
use App\Incidents\Situation;
use App\Platform\Contracts\Decisions;
use Carbon\CarbonImmutable;
use Illuminate\Http\Request;
use Skarvo\Topology\State;

/**
 * Services of which outsiders were told better than is known, and about which nobody has decided.
 *
 * @phpstan-type UnsaidService array{
 *     name: string, item: string, state: value-of<State>, published: value-of<State>, incident: array{id: int, ref: string}|null,
 * }
 */
final class DoubtsToDecide implements Decisions
{
    public function decisions(Request $request, ?CarbonImmutable $from, ?CarbonImmutable $to): array
    {
        return ['unsaid' => self::unsaid(...)];
    }

    /** @return list<UnsaidService> */
    private static function unsaid(): array
    {
        $situation = Situation::shown();
        $open = Incident::allOpen()->sortBy('priority');

        return array_values(array_map(static function (array $doubt) use ($open, $situation): array {
            $incident = $open->first(static fn(Incident $incident): bool => $incident->service_id === $doubt['item'] || in_array(
                $doubt['item'], array_column($situation->of($incident->id)->affected, 'id'), true,
            ));

            return [
                'name' => $doubt['name'], 'item' => $doubt['item'], 'state' => $doubt['state']->value,
                'published' => $doubt['published']->value,
                'incident' => $incident === null ? null : ['id' => $incident->id, 'ref' => $incident->ref()],
            ];
        }, array_filter(PublicStates::doubtful(), static fn(array $doubt): bool => $doubt['admitted'] === null)));
    }
}
