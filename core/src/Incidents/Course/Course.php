<?php

declare(strict_types=1);

namespace Skarvo\Incidents\Course;

/** How an incident was at any moment, from what became of it step by step. */
final readonly class Course
{
    /** @var list<CourseStep> in order of time */
    private array $steps;

    /** @param  list<CourseStep>  $steps  of one moment, in the order in which they were taken; of different ones, in any */
    public function __construct(array $steps)
    {
        // PHP's sort is stable: what happened in one moment stays in its order.
        usort($steps, static fn(CourseStep $a, CourseStep $b): int => $a->at <=> $b->at);
        $this->steps = $steps;
    }

    /**
     * @param  int  $at  milliseconds since the epoch; what happened in that moment counts
     * @return array<string, array<array-key, string|int|bool|array<string, mixed>>> by aspect and key, each in the order in which it came
     *      to be
     */
    public function at(int $at): array
    {
        $is = array_fill_keys(array_column(Aspect::cases(), 'value'), []);
        foreach ($this->steps as $step) {
            if ($step->at > $at) {
                break;
            }
            $aspect = $step->aspect->value;
            $was = $is[$aspect][$step->key] ?? null;
            if ($step->value === null) {
                unset($is[$aspect][$step->key]);
            } else {
                $is[$aspect][$step->key] = is_array($step->value) && is_array($was) ? array_merge($was, $step->value) : $step->value;
            }
        }

        return $is;
    }

    /** @return array{int|null, int|null} from when on it was as it was before the last change, and when the next one comes */
    public function around(int $at): array
    {
        $before = $last = $after = null;
        foreach ($this->steps as $step) {
            if ($step->at > $at) {
                $after = $step->at;
                break;
            }
            if ($step->at !== $last) {
                [$before, $last] = [$last, $step->at];
            }
        }

        return [$before, $after];
    }
}
