<?php

declare(strict_types=1);

namespace App\Changes\Approval;

use App\Changes\Change;
use App\Platform\Record;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Eloquent\Relations\HasMany;
use Skarvo\Changes\Approvals\ApprovalOutcome;

/**
 * One round in which a change was asked for.
 *
 * @property int $id
 * @property int $change_id
 * @property int $round
 * @property CarbonImmutable $asked_at
 * @property string $asked_by_id
 * @property list<array{name: string, of: non-empty-list<string>, needs: string|array{count?: int, share?: int}, veto: bool, expires: int|null}> $stages as they were when it was asked for, with the people that they meant
 * @property int $rules_version
 * @property string|null $difference from the round before
 * @property ApprovalOutcome|null $outcome null: it waits
 * @property CarbonImmutable|null $ended_at
 * @property CarbonImmutable|null $look_at when it is looked at again: to remind, or because its time is over
 * @property-read Change $change
 * @property-read \Illuminate\Database\Eloquent\Collection<int, ChangeAsk> $asks
 * @property-read \Illuminate\Database\Eloquent\Collection<int, ChangeAnswer> $answers
 */
final class ChangeApproval extends Record
{
    protected $table = 'change_approvals';

    protected $casts = [
        'stages' => 'array', 'outcome' => ApprovalOutcome::class, 'asked_at' => 'immutable_datetime', 'ended_at' => 'immutable_datetime',
        'look_at' => 'immutable_datetime', 'round' => 'integer', 'change_id' => 'integer',
        'rules_version' => 'integer',
    ];

    /**
     * Whether somebody is asked, or may come to speak for somebody who is.
     *
     * @param  array<array-key, list<string>>  $standIns  by whom they stand in for
     */
    public function mayConcern(string $person, array $standIns): bool
    {
        $of = array_merge(...array_column($this->stages, 'of'));

        return in_array($person, $of, true)
            || array_filter($of, static fn(string $one): bool => in_array($person, $standIns[$one] ?? [], true)) !== [];
    }

    /** @return BelongsTo<Change, $this> */
    public function change(): BelongsTo
    {
        return $this->belongsTo(Change::class);
    }

    /** @return HasMany<ChangeAsk, $this> */
    public function asks(): HasMany
    {
        return $this->hasMany(ChangeAsk::class, 'approval_id');
    }

    /** @return HasMany<ChangeAnswer, $this> */
    public function answers(): HasMany
    {
        return $this->hasMany(ChangeAnswer::class, 'approval_id')->orderBy('id');
    }
}
