<?php

declare(strict_types=1);

namespace App\Changes\Approval;

use App\Platform\Record;
use Carbon\CarbonImmutable;

/**
 * What somebody said to a change.
 *
 * @property int $id
 * @property int $approval_id
 * @property string $person_id
 * @property bool $is_yes
 * @property string|null $comment
 * @property CarbonImmutable $at
 */
final class ChangeAnswer extends Record
{
    protected $table = 'change_answers';

    protected $casts = ['is_yes' => 'boolean', 'at' => 'immutable_datetime', 'approval_id' => 'integer'];
}
