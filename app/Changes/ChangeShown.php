<?php

declare(strict_types=1);

namespace App\Changes;

use App\Changes\Approval\Approving;
use App\Changes\Approval\ChangeAnswer;
use App\Changes\Course\QuietWhileItLasts;
use App\Changes\Planning\ChangeStep;
use App\Changes\Templates\ChangeTemplate;
use App\Incidents\Incident;
use App\Platform\Deed;
use App\Platform\Moment;
use App\Platform\Person;
use App\Platform\Staff\Names;
use App\Updates\Planned\PlannedWork;
use Carbon\CarbonImmutable;
use Skarvo\Changes\Approvals\Seat;
use Skarvo\Changes\Approvals\StageStanding;
use Skarvo\Changes\ChangeResult;
use Skarvo\Changes\ChangeState;
use Skarvo\Changes\Course\PlannedStep;

/**
 * A change as its own page shows it.
 *
 * @phpstan-import-type ChangeLine from Change
 * @phpstan-import-type StepLine from ChangeStep
 * @phpstan-import-type PlannedLine from PlannedWork
 * @phpstan-type SeatLine array{of: string, by: string|null, yes: bool|null, at: int|null, comment: string}
 * @phpstan-type StageLine array{name: string, state: string, needed: int, stuck: bool, waitsFor: list<string>, seats: list<SeatLine>}
 * @phpstan-type PlanOfChange array{
 *     id: int, title: string, kind: string, from: CarbonImmutable, to: CarbonImmutable, down: list<array{id: string, name: string}>,
 *     touched: list<array{id: string, name: string}>, reason: string, backOut: string, backMinutes: int|null, implementer: string|null,
 *     team: string|null, steps: list<StepLine>, version: int,
 *     ref: string, state: value-of<ChangeState>, template: int|null,
 * }
 * @phpstan-type ChangeOnPage array{
 *     line: ChangeLine, down: list<array{id: string, name: string}>, touched: list<array{id: string, name: string}>, reason: string,
 *     backOut: string,
 *     steps: list<StepLine>, note: string, result: string|null, major: bool, permitted: list<value-of<PlannedStep>>, mayGoOn: bool,
 *     version: int,
 *     round: int|null,
 *     difference: string, stages: list<StageLine>, mayAnswer: bool, askedBy: string|null, incident: array{id: int, ref: string}|null,
 *     undoes: array{id: int, ref: string}|null, undoneBy: array{id: int, ref: string}|null, review: array{by: string|null,
 *     due: CarbonImmutable|null, text: string, at: CarbonImmutable|null}|null,
 *     told: array{service: string|null, environment: string|null, version: string|null, commits: string|null, workItem: string|null,
 *     source: string|null}|null,
 *     author: string|null, mayReview: bool, quiet: int|null, planned: PlannedLine|null, template: array{id: int, title: string}|null,
 *     mayBeTemplate: bool, wayBack: string, turnBackBy: CarbonImmutable|null,
 * }
 */
final class ChangeShown
{
    /** @return ChangeOnPage */
    public static function of(Change $change, Person $reader): array
    {
        $change->load(['implementer', 'author', 'team', 'steps']);
        $items = $change->items();
        $names = ChangesController::names([...$items['down'], ...$items['touched']]);
        $named = static fn(array $ids): array => array_map(
            static fn(string $id): array => ['id' => $id, 'name' => $names[$id] ?? $id], array_values($ids)
        );
        $approval = $change->approval()->first()?->load('answers');
        $undone = Change::query()->where('undoes_id', $change->id)->orderByDesc('id')->first();
        $incident = $change->incident_id === null ? null : Incident::query()->find($change->incident_id);
        $permitted = $change->permitted();
        $template = $change->template_id === null ? null : ChangeTemplate::query()->find($change->template_id);

        return [
            'line' => $change->toLine($names, $items), 'down' => $named($items['down']), 'touched' => $named($items['touched']),
            'reason' => (string) $change->reason,
            'backOut' => (string) $change->back_out,
            'steps' => array_values($change->steps->map(static fn(ChangeStep $one): array => $one->toLine())->all()),
            'note' => (string) $change->note, 'result' => $change->result?->words(), 'major' => $change->is_major,
            'permitted' => array_map(static fn(PlannedStep $one): string => $one->value, $permitted), 'mayGoOn' => WhoPlans::may($change, $reader),
            'version' => $change->edition,
            'round' => $approval?->round, 'difference' => (string) $approval?->difference,
            'stages' => $approval === null ? [] : array_map(
                static fn(StageStanding $one): array => self::stage($one, array_values($approval->answers->all())),
                Approving::outcome($approval)->stages,
            ),
            'mayAnswer' => $approval !== null && $change->state === ChangeState::Asked && Approving::maySpeak($approval, $reader),
            'askedBy' => $approval === null ? null : Names::person($approval->asked_by_id),
            'incident' => $incident === null ? null : ['id' => $incident->id, 'ref' => $incident->ref()],
            'undoes' => $change->undoes_id === null ? null : ['id' => $change->undoes_id, 'ref' => Change::refOf($change->undoes_id)],
            'undoneBy' => $undone === null ? null : ['id' => $undone->id, 'ref' => $undone->ref()],
            'review' => $change->review_due_at === null ? null : [
                'by' => $change->review_by_id === null ? null : Names::person($change->review_by_id), 'due' => $change->review_due_at,
                'text' => (string) $change->review_text, 'at' => $change->reviewed_at,
            ],
            'mayReview' => in_array(PlannedStep::Review, $permitted, true)
                && ($change->review_by_id === $reader->id || Deed::RunIncidents->isAllowedTo($reader)),
            'told' => $change->is_recorded ? [
                'service' => $change->service_named, 'environment' => $change->environment, 'version' => $change->version_named,
                'commits' => $change->commits,
                'workItem' => $change->work_item, 'source' => $change->source,
            ] : null,
            'author' => $change->author->name ?? $change->author_named, 'quiet' => $change->quiet_id,
            'planned' => QuietWhileItLasts::told($change)?->toLine(),
            'wayBack' => $change->wayBack()->words(), 'turnBackBy' => self::turnBackBy($change),
            'template' => $template === null ? null : ['id' => $template->id, 'title' => $template->title],
            'mayBeTemplate' => ! $change->is_recorded && $change->result === ChangeResult::Ok && $change->template_id === null
                && WhoPlans::may($change, $reader),
        ];
    }

    /** The last moment at which one turns back and is done in time, while that may come. */
    private static function turnBackBy(Change $change): ?CarbonImmutable
    {
        $by = $change->state->isOver() ? null : $change->wayBack()->turnBackBy($change->to_at->getTimestamp());

        return $by === null || $by <= $change->from()->getTimestamp() ? null : Moment::of($by);
    }

    /** @return PlanOfChange */
    public static function plan(Change $change): array
    {
        $items = $change->items();
        $names = ChangesController::names([...$items['down'], ...$items['touched']]);
        $named = static fn(array $ids): array => array_map(
            static fn(string $id): array => ['id' => $id, 'name' => $names[$id] ?? $id], array_values($ids)
        );

        return [
            'id' => $change->id, 'ref' => $change->ref(), 'state' => $change->state->value, 'title' => $change->title,
            'kind' => $change->kind->value, 'from' => $change->from_at,
            'to' => $change->to_at, 'down' => $named($items['down']), 'touched' => $named($items['touched']),
            'reason' => (string) $change->reason,
            'backOut' => (string) $change->back_out, 'backMinutes' => $change->back_minutes, 'implementer' => $change->implementer_id,
            'team' => $change->team_id,
            'steps' => array_values($change->steps()->get()->map(static fn(ChangeStep $one): array => $one->toLine())->all()),
            'version' => $change->edition,
            'template' => $change->template_id,
        ];
    }

    /**
     * @param  list<ChangeAnswer>  $answers
     * @return StageLine
     */
    private static function stage(StageStanding $stage, array $answers): array
    {
        $comment = static function (Seat $seat) use ($answers): string {
            foreach (array_reverse($answers) as $one) {
                if ($one->person_id === $seat->by && $one->at->getTimestamp() === $seat->at) {
                    return (string) $one->comment;
                }
            }

            return '';
        };

        return [
            'name' => $stage->name, 'state' => $stage->state->value, 'needed' => $stage->needed, 'stuck' => $stage->stuck,
            'waitsFor' => array_map(Names::person(...), $stage->waitsFor),
            'seats' => array_map(static fn(Seat $seat): array => [
                'of' => Names::person($seat->of), 'by' => $seat->by === null || $seat->by === $seat->of ? null : Names::person($seat->by),
                'yes' => $seat->isYes,
                'at' => $seat->at === null ? null : $seat->at * 1000, 'comment' => $comment($seat),
            ], $stage->seats),
        ];
    }
}
