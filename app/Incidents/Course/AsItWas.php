<?php

declare(strict_types=1);

namespace App\Incidents\Course;

use App\Incidents\Incident;
use App\Platform\Staff\Names;
use Carbon\CarbonImmutable;
use Skarvo\Incidents\Finding\HypothesisState;
use Skarvo\Incidents\Stage;
use Skarvo\Topology\State;

/**
 * The room of an incident as it was at a moment.
 *
 * @phpstan-type RoomThen array{
 *     at: CarbonImmutable, before: int|null, after: int|null, open: bool, title: string, stage: string, priority: int|null, major: bool,
 *     coordinator: string, estimate: string|null, roles: list<array{name: string, person: string}>,
 *     hypotheses: list<array{text: string, state: value-of<HypothesisState>, result: string, by: string}>,
 *     tasks: list<array{text: string, who: string, state: string, blocked: string}>, alerts: int, reports: int,
 *     items: list<array{name: string, state: string}>, clocks: list<array{name: string, due: string}>,
 *     extent: array{services: list<array{name: string, state: value-of<State>}>, places: list<string>, reports: int, people: int}|null,
 * }
 */
final class AsItWas
{
    private const CLOCKS = ['first' => 'First answer', 'restore' => 'Restore target', 'update' => 'Next update'];

    /** @return RoomThen before, after: moments at which it was otherwise, in milliseconds since the epoch */
    public static function at(Incident $incident, int $at): array
    {
        $course = CourseOf::incident($incident);
        $is = $course->at($at);
        [$before, $after] = $course->around($at);
        $fact = $is['fact'];
        $text = static fn(string $key): string => self::text($fact, $key);
        $clocks = [];
        foreach (self::CLOCKS as $key => $name) {
            if (is_string($due = $is['clock'][$key] ?? null)) {
                $clocks[] = ['name' => $name, 'due' => $due];
            }
        }

        return [
            'at' => CarbonImmutable::createFromTimestampMsUTC($at), 'before' => $before, 'after' => $after,
            'open' => isset($fact['open']), 'title' => $text('title'), 'stage' => Stage::tryFrom($text('stage'))?->words() ?? '',
            'priority' => is_int($fact['priority'] ?? null) ? $fact['priority'] : null, 'major' => isset($fact['major']),
            'coordinator' => Names::person($text('coordinator') === '' ? null : $text('coordinator')),
            'estimate' => $text('estimate') === '' ? null : $text('estimate'),
            'roles' => array_map(
                static fn(int|string $name, mixed $person): array => [
                    'name' => (string) $name, 'person' => Names::person(is_string($person) ? $person : null),
                ],
                array_keys($is['role']), array_values($is['role']),
            ),
            'hypotheses' => array_values(array_map(static fn(mixed $one): array => [
                'text' => self::text($one, 'text'),
                'state' => (HypothesisState::tryFrom(self::text($one, 'state')) ?? HypothesisState::Open)->value,
                'result' => self::text($one, 'result'), 'by' => self::text($one, 'by'),
            ], $is['hypothesis'])),
            'tasks' => array_values(array_map(static fn(mixed $one): array => [
                'text' => self::text($one, 'text'), 'who' => self::text($one, 'who'), 'state' => self::text($one, 'state'),
                'blocked' => self::text($one, 'blocked'),
            ], $is['task'])),
            'alerts' => count($is['alert']), 'reports' => count($is['report']),
            'items' => array_values(array_map(
                static fn(mixed $one): array => ['name' => self::text($one, 'name'), 'state' => self::text($one, 'state')], $is['item'],
            )),
            'clocks' => $clocks, 'extent' => self::extent($is['extent']['all'] ?? null),
        ];
    }

    private static function text(mixed $of, string $name): string
    {
        return is_array($of) && is_scalar($of[$name] ?? null) ? (string) $of[$name] : '';
    }

    /**
     * @return array{services: list<array{name: string, state: value-of<State>}>, places: list<string>, reports: int, people: int}|null
     *      null: it was not traced yet
     */
    private static function extent(mixed $kept): ?array
    {
        if (! is_array($kept)) {
            return null;
        }
        $number = static fn(string $key): int => is_int($kept[$key] ?? null) ? $kept[$key] : 0;

        return [
            'services' => array_values(array_map(static fn(mixed $one): array => [
                'name' => self::text($one, 'name'), 'state' => (State::tryFrom(self::text($one, 'state')) ?? State::Down)->value,
            ], is_array($kept['services'] ?? null) ? $kept['services'] : [])),
            'places' => array_values(array_filter(is_array($kept['places'] ?? null) ? $kept['places'] : [], is_string(...))),
            'reports' => $number('reports'), 'people' => $number('people'),
        ];
    }
}
