<?php

declare(strict_types=1);

namespace App\Paging;

use App\Platform\Record;

/**
 * Whom a team's calls go to, step by step.
 *
 * @property int $rounds
 * @property list<array{targets: list<string>, wait_seconds: int}> $steps
 */
final class EscalationPolicy extends Record
{
    protected $casts = ['rounds' => 'integer', 'steps' => 'array'];
}
