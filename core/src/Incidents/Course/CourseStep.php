<?php

declare(strict_types=1);

namespace Skarvo\Incidents\Course;

/** Something that became so at a moment. */
final readonly class CourseStep
{
    /**
     * @param  int  $at  milliseconds since the epoch
     * @param  string  $key  which one, within its aspect
     * @param  string|int|bool|array<string, mixed>|null  $value  null: there is none any more; an array changes what it names, and leaves
     *      the rest
     */
    public function __construct(public int $at, public Aspect $aspect, public string $key, public string|int|bool|array|null $value) {}
}
