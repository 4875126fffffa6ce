<?php

declare(strict_types=1);

namespace App\Changes\Templates;

use App\Changes\Change;
use App\Changes\ChangesController;
use App\Changes\Planning\ChangePlan;
use App\Changes\Planning\ChangeStep;
use App\Platform\Record;
use App\Platform\Staff\Names;
use App\Platform\Team;
use App\Topology\Item;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Skarvo\Changes\ChangeResult;
use Skarvo\Changes\Course\Template;

/**
 * What is done again and again, agreed on once: standard changes are planned from it, and need nobody's word any more.
 *
 * @property int $id
 * @property string $title
 * @property list<string> $down
 * @property list<string> $touched
 * @property string|null $items_of a kind of items: it is for any of them
 * @property int $minutes at most
 * @property string|null $reason
 * @property string|null $back_out
 * @property int|null $back_minutes
 * @property list<array{text: string, minutes: int|null, check: string|null, back: string|null, no_return: bool}> $steps
 * @property string|null $team_id
 * @property int $change_id from which it was made
 * @property string $author_id
 * @property CarbonImmutable $made_at
 * @property string|null $agreed_by_id
 * @property CarbonImmutable|null $agreed_at
 * @property string|null $withdrawn_by_id
 * @property CarbonImmutable|null $withdrawn_at
 * @property string|null $withdrawn_why
 * @property-read Team|null $team
 *
 * @phpstan-import-type PlanOfChange from \App\Changes\ChangeShown
 * @phpstan-type TemplateLine array{
 *     id: int, title: string, items: list<array{id: string, name: string}>, itemsOf: string|null, minutes: int, backOut: string,
 *     steps: list<string>, team: string|null,
 *     from: array{id: int, ref: string}, by: string, agreed: array{by: string, at: CarbonImmutable}|null, withdrawn: array{by: string,
 *     at: CarbonImmutable, why: string}|null,
 *     used: int, wrong: int, mayAgree: bool,
 * }
 */
final class ChangeTemplate extends Record
{
    protected $table = 'change_templates';

    protected $casts = [
        'down' => 'array', 'touched' => 'array', 'steps' => 'array', 'minutes' => 'integer', 'back_minutes' => 'integer',
        'change_id' => 'integer', 'made_at' => 'immutable_datetime',
        'agreed_at' => 'immutable_datetime', 'withdrawn_at' => 'immutable_datetime',
    ];

    /** @return BelongsTo<Team, $this> */
    public function team(): BelongsTo
    {
        return $this->belongsTo(Team::class);
    }

    public function isInForce(): bool
    {
        return $this->agreed_at !== null && $this->withdrawn_at === null;
    }

    /** @return list<string> in what a plan does not keep to it, in words */
    public function differences(ChangePlan $plan): array
    {
        $touched = array_values(array_diff($plan->touched, $plan->down));

        return (
            new Template($this->down, $this->touched, $this->items_of, $this->minutes * 60, (string) $this->back_out, $this->steps)
        )->differences(
            $plan->down, $touched,
            array_map(strval(...), Item::query()->whereKey([...$plan->down, ...$touched])->pluck('kind', 'id')->all()),
            $plan->to->getTimestamp() - $plan->from->getTimestamp(), $plan->backOut, $plan->steps,
        );
    }

    /** @return TemplateLine */
    public function toLine(bool $mayAgree): array
    {
        $names = ChangesController::names([...$this->down, ...$this->touched]);
        $used = Change::query()->where('template_id', $this->id)->whereNotNull('result');
        $who = static fn(?string $id): string => $id === null ? '' : Names::person($id);

        return [
            'id' => $this->id, 'title' => $this->title,
            'items' => array_map(
                static fn(string $id): array => ['id' => $id, 'name' => $names[$id] ?? $id], [...$this->down, ...$this->touched]
            ),
            'itemsOf' => $this->items_of,
            'minutes' => $this->minutes, 'backOut' => (string) $this->back_out, 'steps' => array_column($this->steps, 'text'),
            'team' => $this->team?->name,
            'from' => ['id' => $this->change_id, 'ref' => Change::refOf($this->change_id)], 'by' => $who($this->author_id),
            'agreed' => $this->agreed_at === null ? null : ['by' => $who($this->agreed_by_id), 'at' => $this->agreed_at],
            'withdrawn' => $this->withdrawn_at === null
                ? null
                : ['by' => $who($this->withdrawn_by_id), 'at' => $this->withdrawn_at, 'why' => (string) $this->withdrawn_why],
            'used' => (clone $used)->count(), 'wrong' => $used->where('result', '<>', ChangeResult::Ok)->count(), 'mayAgree' => $mayAgree,
        ];
    }

    /** @return array<string, mixed> a plan to begin with, in the shape of PlanOfChange */
    public function toPlan(): array
    {
        $names = ChangesController::names([...$this->down, ...$this->touched]);
        $named = fn(array $ids): array => $this->items_of !== null
            ? []
            : array_map(static fn(string $id): array => ['id' => $id, 'name' => $names[$id] ?? $id], $ids);

        return [
            'id' => 0, 'ref' => '', 'state' => 'draft', 'title' => $this->title, 'kind' => 'standard', 'from' => $this->made_at,
            'to' => $this->made_at->addMinutes($this->minutes),
            'down' => $named($this->down), 'touched' => $named($this->touched), 'reason' => (string) $this->reason,
            'backOut' => (string) $this->back_out, 'backMinutes' => $this->back_minutes, 'implementer' => null,
            'team' => $this->team_id, 'version' => 1, 'template' => $this->id,
            'steps' => array_map(static fn(array $step): array => (new ChangeStep($step))->forceFill(['id' => 0])->toLine(), $this->steps),
        ];
    }
}
