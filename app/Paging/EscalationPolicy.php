<?php

declare(strict_types=1);

namespace App\Paging;

use App\Platform\Record;
use Skarvo\Paging\PolicyCase;

/**
 * Whom a team's calls go to, step by step, in the cases that it is for.
 *
 * @property int $id
 * @property string $name
 * @property int $version
 * @property string $team_id
 * @property int $rounds
 * @property list<array{targets: list<string>, wait_seconds: int}> $steps
 * @property string|null $service_id
 * @property list<string> $urgencies
 * @property array{days: list<string>, from: string, to: string}|null $hours on the clocks of the organisation
 * @property int $patience_seconds after a yes with nothing done, until it is asked about
 * @property int $answer_seconds for the answer to that
 */
final class EscalationPolicy extends Record
{
    protected $table = 'escalation_policies';

    protected $casts = [
        'rounds' => 'integer', 'steps' => 'array', 'urgencies' => 'array', 'hours' => 'array', 'patience_seconds' => 'integer',
        'answer_seconds' => 'integer',
    ];

    protected $attributes = ['urgencies' => '[]', 'patience_seconds' => 1200, 'answer_seconds' => 180];

    public function forWhat(): PolicyCase
    {
        return new PolicyCase($this->service_id, $this->urgencies, Hours::window($this->hours));
    }

    public function isForTheRest(): bool
    {
        return $this->service_id === null && $this->urgencies === [] && $this->hours === null;
    }
}
