<?php

declare(strict_types=1);

namespace App\Signals;

use App\Topology\Estate;
use Illuminate\Database\Eloquent\Builder;
use Skarvo\Topology\Candidate;
use Skarvo\Topology\CauseWords;
use Skarvo\Topology\State;

/**
 * What is most likely behind some alerts: single failures, best first, each with its reasons in words.
 *
 * @phpstan-type Cause array{id: string, name: string, kind: string, score: float, as: value-of<State>, words: string}
 */
final class LikelyCause
{
    private const SHOWN = 3;

    /** Less likely ones would only distract. */
    private const LEAST_SCORE = 0.02;

    /**
     * @param  Builder<Alert>  $alerts
     * @param  array<array-key, State>  $observed  what shows trouble anywhere: of those that belong to something else,
     *     silence is not held against a cause
     * @return list<Cause>
     */
    public static function of(Builder $alerts, array $observed = [], ?Estate $estate = null): array
    {
        $estate ??= Estate::open();
        $symptoms = Symptoms::of($alerts, $estate);
        if ($symptoms === []) {
            return [];
        }
        $began = [];
        foreach ($symptoms as [$item, , $at]) {
            $began[$item] = min($began[$item] ?? $at, $at);
        }
        $candidates = array_slice(array_filter(
            $estate->candidates(
                $symptoms,
                array_values(array_filter(Watched::items(), static fn(string $item): bool => ! isset($observed[$item]))),
            ),
            static fn(Candidate $candidate): bool => $candidate->score >= self::LEAST_SCORE,
        ), 0, self::SHOWN);
        $estate->readAhead(array_column($candidates, 'id'));

        return array_map(static fn(Candidate $candidate): array => [
            'id' => $candidate->id, 'name' => $estate->name($candidate->id),
            'kind' => $estate->item($candidate->id)['kind'] ?? '', 'score' => $candidate->score,
            'as' => $candidate->as->value, 'words' => CauseWords::of($candidate, $began, $estate->name(...)),
        ], $candidates);
    }
}
