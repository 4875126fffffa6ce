<?php

declare(strict_types=1);

namespace App\Changes\Planning;

use App\Platform\Record;
use App\Platform\Staff\Names;
use Carbon\CarbonImmutable;

/**
 * One step of the plan of a change.
 *
 * @property int $id
 * @property int $change_id
 * @property int $ordinal
 * @property string $text
 * @property int|null $minutes
 * @property string|null $check how one sees that it worked
 * @property string|null $back the way back from here
 * @property bool $no_return whether there is no way back after it
 * @property string|null $done_by_id
 * @property CarbonImmutable|null $done_at
 *
 * @phpstan-type StepLine array{
 *     id: int, text: string, minutes: int|null, check: string, back: string, noReturn: bool, by: string|null, done: CarbonImmutable|null,
 * }
 */
final class ChangeStep extends Record
{
    protected $table = 'change_steps';

    protected $casts = [
        'ordinal' => 'integer', 'minutes' => 'integer', 'no_return' => 'boolean', 'done_at' => 'immutable_datetime',
        'change_id' => 'integer',
    ];

    /** @return StepLine */
    public function toLine(): array
    {
        return [
            'id' => $this->id, 'text' => $this->text, 'minutes' => $this->minutes, 'check' => (string) $this->check,
            'back' => (string) $this->back,
            'noReturn' => $this->no_return, 'by' => $this->done_by_id === null ? null : Names::person($this->done_by_id),
            'done' => $this->done_at,
        ];
    }
}
