<?php

declare(strict_types=1);

namespace App\Incidents\Course;

use App\Incidents\Incident;
use App\Incidents\Major\ExtentOf;
use App\Incidents\Situation;
use App\Platform\Contracts\CanWait;
use App\Platform\Journal\Journal;
use App\Platform\Look;
use Illuminate\Support\Facades\DB;
use Skarvo\Incidents\Course\Aspect;

/**
 * Notes how far open incidents reach, whenever that has changed. It is traced when it happens: later the estate may be another, and
 * alerts say only how they are by now.
 */
final class KeepExtent implements CanWait
{
    /** How often it is looked at most: tracing is not free, and nobody reads a band by the second. */
    private const LOOK_SECONDS = 10.0;

    /** In one transaction. */
    private const PART = 50;

    private static float $looked = 0;

    private static int $head = -1;

    public function name(): string
    {
        return 'extent';
    }

    public function waitsSeconds(): float
    {
        return self::LOOK_SECONDS;
    }

    public function whileBroken(): string
    {
        return 'How incidents grow is not noted.';
    }

    /** Has it looked again at the next tick. */
    public static function lookAgain(): void
    {
        self::$looked = 0;
        self::$head = -1;
    }

    public function __invoke(\Closure $mayWork): int
    {
        if (microtime(true) - self::$looked < self::LOOK_SECONDS) {
            return 0;
        }
        self::$looked = microtime(true);
        $head = Journal::head();
        // Nothing was written: nothing has become different.
        if ($head === self::$head) {
            return 0;
        }
        $open = Incident::query()->with('reports')->whereNull('resolved_at')->orderBy('id')->get();
        $extents = $open->isEmpty() ? [] : Look::during(static function () use ($open): array {
            $situation = Situation::now();

            return $open->mapWithKeys(static fn(Incident $one): array => [$one->id => ExtentOf::line($one, $situation)])->all();
        });
        $last = CourseNote::latest(array_keys($extents), Aspect::Extent);
        $changed = array_filter(
            $extents, static fn(array $extent, int $id): bool => ($last[$id] ?? null) !== $extent, ARRAY_FILTER_USE_BOTH
        );
        $kept = 0;
        foreach (array_chunk($changed, self::PART, true) as $part) {
            $kept += DB::transaction(static function () use ($mayWork, $part): int {
                if (! $mayWork()) {
                    return 0;
                }
                foreach ($part as $id => $extent) {
                    CourseNote::query()->create(['incident_id' => $id, 'at' => now(), 'aspect' => Aspect::Extent, 'value' => $extent]);
                }

                return count($part);
            });
        }
        self::$head = $head;

        return $kept;
    }
}
