<?php

declare(strict_types=1);

namespace App\Tickets\Steps;

use App\Platform\Record;
use Carbon\CarbonImmutable;

/**
 * What is done, in order, about a known kind of trouble.
 *
 * @property int $id
 * @property string $name
 * @property string|null $service_id
 * @property list<array{text: string, team: string|null, must: bool}> $steps
 * @property int $version
 * @property CarbonImmutable|null $dropped_at
 *
 * @phpstan-type ChecklistStep array{text: string, team: string|null, must: bool}
 * @phpstan-type ChecklistLine array{id: int, name: string, service: string|null, steps: list<ChecklistStep>, version: int}
 */
final class Checklist extends Record
{
    public const MOST_STEPS = 20;

    protected $table = 'checklists';

    protected $casts = ['steps' => 'array', 'version' => 'integer', 'dropped_at' => 'immutable_datetime'];

    /** @return ChecklistLine */
    public function toLine(): array
    {
        return [
            'id' => $this->id, 'name' => $this->name, 'service' => $this->service_id, 'steps' => $this->steps, 'version' => $this->version,
        ];
    }
}
