<?php

declare(strict_types=1);

namespace App\Incidents\Course;

use App\Incidents\Incident;
use App\Incidents\Major\ExtentOf;
use App\Incidents\Situation;
use App\Platform\Contracts\ClockPart;
use App\Platform\Journal\Journal;
use App\Platform\Look;
use Illuminate\Support\Facades\DB;
use Skarvo\Incidents\Course\Aspect;

/**
 * Notes how far open incidents reach, whenever that has changed. It is traced when it happens: later the estate may be another, and
 * alerts say only how they are by now.
 */
final class KeepExtent implements ClockPart
{
    /** How often it is looked at most: tracing is not free, and nobody reads a band by the second. */
    private const LOOK_SECONDS = 10.0;

    private static float $looked = 0;

    private static int $head = -1;

    public function name(): string
    {
        return 'extent';
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
        $kept = 0;
        foreach ($extents as $id => $extent) {
            $kept += DB::transaction(static fn(): int => $mayWork() && CourseNote::keep($id, Aspect::Extent, $extent) ? 1 : 0);
        }
        self::$head = $head;

        return $kept;
    }
}
