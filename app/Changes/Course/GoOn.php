<?php

declare(strict_types=1);

namespace App\Changes\Course;

use App\Changes\Approval\Approving;
use App\Changes\Change;
use App\Changes\ChangeEntry;
use App\Changes\Planning\ChangeStep;
use App\Changes\Rules\StoredRules;
use App\Changes\Templates\KeepTemplates;
use App\Changes\WhoPlans;
use App\Platform\Database\Locked;
use App\Platform\Deed;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Moment;
use App\Platform\Person;
use App\Platform\Refused;
use App\Platform\WallClock;
use App\Rota\Holidays;
use Skarvo\Changes\ChangeKind;
use Skarvo\Changes\ChangeResult;
use Skarvo\Changes\ChangeState;
use Skarvo\Changes\Course\PlannedStep;
use Skarvo\Changes\Rules\Field;

/** Takes a change a step on, where that is permitted. Call it inside a transaction. */
final readonly class GoOn
{
    public function __construct(private Person $by) {}

    /** @throws Refused if it is not permitted, or not any more */
    public function __invoke(Change $change, PlannedStep $step, string $note, int $seen): void
    {
        $next = Locked::at($seen, $change, 'edition', $change->ref());
        $isReview = $step === PlannedStep::Review && $change->review_by_id === $this->by->id;
        if (! $isReview) {
            WhoPlans::must($change, $this->by);
        }
        if (! in_array($step, $change->permitted(), true) || $step === PlannedStep::Edit) {
            throw Refused::because("{$change->ref()} is {$change->words()}: that is not possible now.");
        }
        $change->edition = $next;
        match ($step) {
            PlannedStep::Ask => $this->ask($change),
            PlannedStep::TakeBack => $this->takeBack($change, $note),
            PlannedStep::Begin => $this->begin($change),
            PlannedStep::Finish => $this->end($change, ChangeResult::Ok, $note),
            PlannedStep::BackOut => $this->end($change, ChangeResult::BackedOut, $note),
            PlannedStep::Fail => $this->end($change, ChangeResult::Failed, $note),
            PlannedStep::Cancel => $this->cancel($change, $note),
            default => $this->review($change, $note),
        };
    }

    /** @throws Refused if it is not under way */
    public function tick(Change $change, ChangeStep $step, bool $done): void
    {
        Locked::again($change);
        WhoPlans::must($change, $this->by);
        Locked::again($step);
        if ($change->state !== ChangeState::UnderWay) {
            throw Refused::because("{$change->ref()} is {$change->words()}: its steps are done while it is under way.");
        }
        if (($step->done_at !== null) === $done) {
            return;
        }
        $before = $change->steps()->where('ordinal', '<', $step->ordinal)->whereNull('done_at')->first();
        if ($done && $before instanceof ChangeStep) {
            throw Refused::because("First comes: $before->text");
        }
        $step->update($done ? ['done_at' => now(), 'done_by_id' => $this->by->id] : ['done_at' => null, 'done_by_id' => null]);
        $this->write($done ? ChangeEntry::StepDone : ChangeEntry::StepUndone, $change, ['text' => $step->text]);
    }

    private function ask(Change $change): void
    {
        KeepTemplates::mustHold($change);
        $missing = array_values(array_filter(
            StoredRules::now()->rules->requires[$change->kind->value] ?? [], static fn(Field $field): bool => match ($field) {
                Field::Reason => $change->reason === null, Field::BackOut => $change->back_out === null,
                Field::Steps => ! $change->steps()->exists(), Field::Implementer => $change->implementer_id === null,
            },
        ));
        if ($missing !== []) {
            throw Refused::because('Say first: '.implode(', ', array_map(static fn(Field $one): string => $one->words(), $missing)).'.');
        }
        if ($change->to_at->isPast()) {
            throw Refused::because('Its time is over. Choose another one first.');
        }
        $change->save();
        Approving::ask($change, $this->by, null);
        QuietWhileItLasts::follow($change, $this->by);
    }

    private function takeBack(Change $change, string $note): void
    {
        $change->update(['state' => ChangeState::Draft]);
        $change->approval()->first()?->update(['look_at' => null]);
        QuietWhileItLasts::end($change, $this->by);
        $this->write(ChangeEntry::TakenBack, $change, ['note' => $note]);
    }

    private function begin(Change $change): void
    {
        KeepTemplates::mustHold($change);
        $change->update(['state' => ChangeState::UnderWay, 'began_at' => now()]);
        if ($change->from_at->isFuture()) {
            QuietWhileItLasts::end($change, $this->by);
        }
        QuietWhileItLasts::follow($change, $this->by);
        $this->write(ChangeEntry::Begun, $change, []);
    }

    private function end(Change $change, ChangeResult $result, string $note): void
    {
        if ($result !== ChangeResult::Ok && $note === '') {
            throw Refused::because('Say what happened: whoever plans the next one reads it.', 'why');
        }
        if ($result === ChangeResult::BackedOut && $change->steps()->where('no_return', true)->whereNotNull('done_at')->exists()) {
            throw Refused::because('The point of no return is behind: it cannot be backed out any more. Say that it failed.', 'why');
        }
        $review = StoredRules::now()->rules->review;
        $after = PlannedStep::end(ChangeState::after($result), $change->kind);
        $zone = new \DateTimeZone(WallClock::organisation());
        $holidays = array_map(static fn(string $date): int => intdiv((int) strtotime("$date UTC"), 86400), Holidays::dates());
        $change->update([
            'state' => $after, 'result' => $result, 'ended_at' => now(), 'note' => $note === '' ? null : $note,
            ...($after !== ChangeState::InReview ? [] : [
                'review_by_id' => $review === null || Person::query()->whereNull('left_at')->whereKey($review->by)->doesntExist()
                    ? null
                    : $review->by,
                'review_due_at' => $review === null
                    ? now()->addDays(3)
                    : Moment::of($review->due(now()->toDateTimeImmutable()->setTimezone($zone), $holidays)->getTimestamp()),
            ]),
        ]);
        QuietWhileItLasts::end($change, $this->by);
        $this->write(ChangeEntry::Ended, $change, ['result' => $result->value, 'note' => $note]);
    }

    private function cancel(Change $change, string $note): void
    {
        if ($note === '') {
            throw Refused::because('Say why it is not done.', 'why');
        }
        $change->update(['state' => ChangeState::Cancelled, 'note' => $note]);
        $change->approval()->first()?->update(['look_at' => null]);
        QuietWhileItLasts::end($change, $this->by);
        $this->write(ChangeEntry::Cancelled, $change, ['note' => $note]);
    }

    private function review(Change $change, string $note): void
    {
        if ($change->kind === ChangeKind::Emergency && in_array($this->by->id, [$change->implementer_id, $change->author_id], true)) {
            throw Refused::because('You did it yourself: somebody else looks at it afterwards.');
        }
        if ($change->review_by_id !== null && $change->review_by_id !== $this->by->id && ! Deed::RunIncidents->isAllowedTo($this->by)) {
            throw Refused::because('Somebody else was named to review it.');
        }
        if ($note === '') {
            throw Refused::because('Say what was found.', 'why');
        }
        $change->update(
            [
                'state' => ChangeState::after($change->result ?? ChangeResult::Ok), 'reviewed_at' => now(), 'review_by_id' => $this->by->id,
                'review_text' => $note,
            ]
        );
        $this->write(ChangeEntry::Reviewed, $change, ['note' => $note]);
    }

    /** @param  array<string, mixed>  $facts */
    private function write(ChangeEntry $kind, Change $change, array $facts): void
    {
        Journal::write(
            Actor::person($this->by), $kind, ['change', $change->id], ['ref' => $change->ref(), 'title' => $change->title, ...$facts],
            $change->incident_id === null ? [] : ['incident' => $change->incident_id],
        );
    }
}
