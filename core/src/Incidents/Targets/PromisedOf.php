<?php

declare(strict_types=1);

namespace Skarvo\Incidents\Targets;

/** Of what something is promised. */
enum PromisedOf: string
{
    case Incident = 'incident';
    case Report = 'report';
    case Request = 'request';
    case Task = 'task';

    public function words(): string
    {
        return match ($this) {
            self::Incident => 'Incidents',
            self::Report => 'Reports',
            self::Request => 'Requests',
            self::Task => 'Tasks',
        };
    }
}
