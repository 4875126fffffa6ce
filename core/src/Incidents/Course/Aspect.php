<?php

declare(strict_types=1);

namespace Skarvo\Incidents\Course;

/** What is known of an incident at a moment. */
enum Aspect: string
{
    /** Title, priority, stage, and the like: one value each. */
    case Fact = 'fact';
    case Role = 'role';
    case Hypothesis = 'hypothesis';
    case Task = 'task';
    case Alert = 'alert';
    case Report = 'report';
    /** What somebody said of an item. */
    case Item = 'item';
    case Clock = 'clock';
    /** How far it reached. */
    case Extent = 'extent';
}
