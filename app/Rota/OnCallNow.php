<?php

declare(strict_types=1);

namespace App\Rota;

use App\Platform\Http\Asked;
use App\Platform\Person;
use App\Topology\Item;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use Skarvo\Rota\Segment;
use Skarvo\Time\Instant;

/** Who is on call now and next, for each team and each service: `GET /api/v1/oncall`, and the same for people. */
final class OnCallNow
{
    /** So far ahead the next one is looked for. */
    private const DAYS_AHEAD = 14;

    public function __invoke(Request $request): JsonResponse
    {
        $team = Asked::text($request, 'team');
        $service = Asked::text($request, 'service');
        $all = self::teams();
        // Both narrow both: the services of a team, the team of a service.
        $services = array_values(array_filter(
            self::services($all),
            static fn(array $one): bool => ($service === '' || $one['service'] === $service) && ($team === '' || $one['team'] === $team),
        ));
        $answer = $service === '' ? null : array_column($services, 'team');
        $teams = array_values(array_filter(
            $all,
            static fn(array $one): bool => ($team === '' || $one['team'] === $team) && (
                $answer === null || in_array($one['team'], $answer, true)
            ),
        ));

        return new JsonResponse([
            'at' => Instant::format(now()->getTimestamp()),
            'teams' => $teams,
            'services' => $services,
        ], 200, [], JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE);
    }

    /**
     * @return list<array{team: string, name: string, rota: string, now: array{person: string, name: string, until: string}|null, next: array{person: string|null, name: string|null, from: string}|null}>
     */
    public static function teams(): array
    {
        $now = now()->getTimestamp();
        $names = Person::query()->pluck('name', 'id');
        $teams = [];
        foreach (Rota::query()->with('team')->orderBy('name')->get() as $rota) {
            $segments = $rota->between($now, $now + self::DAYS_AHEAD * 86400)->segments;
            $next = self::following($segments);
            $teams[] = [
                'team' => $rota->team_id, 'name' => $rota->team->name ?? $rota->team_id, 'rota' => $rota->id,
                'now' => $segments[0]->person === null
                    ? null
                    : [
                        'person' => $segments[0]->person,
                        'name' => (string) ($names[$segments[0]->person] ?? $segments[0]->person),
                        'until' => Instant::format($next->from ?? $segments[0]->to),
                    ],
                'next' => $next === null
                    ? null
                    : [
                        'person' => $next->person,
                        'name' => $next->person === null ? null : (string) ($names[$next->person] ?? $next->person),
                        'from' => Instant::format($next->from),
                    ],
            ];
        }

        return $teams;
    }

    /**
     * The first stretch that is somebody else's, or nobody's.
     *
     * @param  list<Segment>  $segments
     */
    private static function following(array $segments): ?Segment
    {
        foreach ($segments as $segment) {
            if ($segment->person !== $segments[0]->person) {
                return $segment;
            }
        }

        return null;
    }

    /**
     * @param  list<array{team: string, name: string, rota: string, now: array{person: string, name: string, until: string}|null, next: array{person: string|null, name: string|null, from: string}|null}>  $teams
     * @return list<array{service: string, name: string, tier: int|null, team: string|null, now: array{person: string, name: string, until: string}|null}>
     */
    public static function services(array $teams): array
    {
        $byTeam = array_column($teams, 'now', 'team');

        return array_values(DB::table('items')->where('kind', Item::SERVICE)->orderByRaw('tier is null, tier')->orderBy('name')->get(
            ['id', 'name', 'tier', 'team_id']
        )
            ->map(static fn(\stdClass $s): array => [
                'service' => (string) $s->id, 'name' => (string) $s->name, 'tier' => $s->tier === null ? null : (int) $s->tier,
                'team' => $s->team_id, 'now' => $byTeam[$s->team_id ?? ''] ?? null,
            ])->all());
    }
}
