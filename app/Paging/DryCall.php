<?php

declare(strict_types=1);

namespace App\Paging;

use App\Rota\Rota;
use Skarvo\Json\Document;
use Skarvo\Paging\CallCourse;
use Skarvo\Paging\CallDocument;
use Skarvo\Paging\Escalation;
use Skarvo\Rota\Segment;
use Skarvo\Time\Instant;

/** Who would be paged when, by a policy, if a call began now and nobody answered: by the same code that follows real calls. */
final class DryCall
{
    private const HORIZON_SECONDS = 48 * 3600;

    /**
     * @param  int  $rounds  as it was filled in, like the steps: whatever is wrong is told with its place
     * @param  list<array{targets: list<string>, wait_seconds: int}>  $steps
     * @param  string  $urgency  of the incident: people may have rules for it
     *
     * @throws \Skarvo\Json\BadInput
     */
    public static function follow(int $rounds, array $steps, int $at, string $urgency = 'now'): CallCourse
    {
        $rotas = [];
        foreach (Rota::query()->orderBy('id')->get() as $rota) {
            $rotas[$rota->id] = array_map(
                static fn(Segment $s): array => [
                    'from' => Instant::format($s->from), 'to' => Instant::format($s->to), 'person' => $s->person,
                ],
                array_values(array_filter(
                    $rota->between($at, $at + self::HORIZON_SECONDS)->segments,
                    static fn(Segment $s): bool => $s->person !== null,
                )),
            );
        }
        $people = [];
        foreach (ReachPeople::contacts($urgency, $at) as $person => $contacts) {
            $people[$person] = ['contacts' => array_map(
                static fn(array $c): array => ['channel' => $c['channel'], 'after' => "PT{$c['after']}S"], $contacts,
            )];
        }
        // A rota may still name somebody who has left: nobody can be reached there.
        foreach ($rotas as $segments) {
            foreach ($segments as $segment) {
                $people[$segment['person']] ??= ['contacts' => []];
            }
        }
        [$call, $until] = CallDocument::read(Document::parse(json_encode([
            'started_at' => Instant::format($at), 'until' => Instant::format($at + self::HORIZON_SECONDS),
            'policy' => [
                'rounds' => $rounds,
                'steps' => array_map(
                    static fn(array $step): array => ['targets' => $step['targets'], 'wait' => "PT{$step['wait_seconds']}S"],
                    $steps,
                ),
            ],
            'people' => (object) $people, 'rotas' => (object) $rotas,
        ], JSON_THROW_ON_ERROR)));

        return Escalation::follow($call, $until);
    }
}
