<?php

declare(strict_types=1);

namespace App\Changes\Planning;

use App\Changes\Approval\Approving;
use App\Changes\Change;
use App\Changes\ChangeEntry;
use App\Changes\Course\QuietWhileItLasts;
use App\Changes\Templates\KeepTemplates;
use App\Changes\WhoPlans;
use App\Platform\Database\Locked;
use App\Platform\Deed;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Person;
use App\Platform\Refused;
use App\Platform\WallClock;
use App\Topology\Item;
use Illuminate\Support\Facades\DB;
use Skarvo\Changes\ChangeKind;
use Skarvo\Changes\ChangeState;
use Skarvo\Changes\Course\PlannedStep;

/** Plans a change, and keeps its plan. Call it inside a transaction. */
final readonly class PlanChange
{
    private const LONGEST_DAYS = 7;

    public function __construct(private Person $by) {}

    public function plan(ChangePlan $plan): Change
    {
        $this->mustFit($plan);
        $change = new Change([
            ...$this->columns($plan), 'state' => ChangeState::Draft, 'author_id' => $this->by->id, 'incident_id' => $plan->incident,
            'undoes_id' => $plan->undoes, 'made_at' => now(),
        ]);
        WhoPlans::must($change, $this->by);
        $change->save();
        $this->keep($change, $plan);
        Journal::write(
            Actor::person($this->by), ChangeEntry::Planned, ['change', $change->id], ['ref' => $change->ref(), 'title' => $change->title],
            $plan->incident === null ? [] : ['incident' => $plan->incident],
        );

        return $change;
    }

    /**
     * @throws Refused if somebody else changed it meanwhile, or it has begun
     */
    public function edit(Change $change, ChangePlan $plan, int $seen): void
    {
        $next = Locked::at($seen, $change, 'edition', $change->ref());
        WhoPlans::must($change, $this->by);
        if (! in_array(PlannedStep::Edit, $change->permitted(), true)) {
            throw Refused::because("{$change->ref()} is {$change->words()}: its plan stays as it is.");
        }
        $this->mustFit($plan);
        $difference = $this->difference($change, $plan);
        $was = $change->state;
        $change->fill([...$this->columns($plan), 'edition' => $next]);
        WhoPlans::must($change, $this->by);
        $change->save();
        $this->keep($change, $plan);
        if ($difference !== '' && ($was === ChangeState::Approved || $was === ChangeState::Asked)) {
            // What was said was said to another plan.
            QuietWhileItLasts::end($change, $this->by);
            $change->approval()->first()?->update(['look_at' => null]);
            Approving::ask($change, $this->by, $difference);
            QuietWhileItLasts::follow($change, $this->by);

            return;
        }
        Journal::write(Actor::person($this->by), ChangeEntry::Edited, ['change', $change->id], [
            'ref' => $change->ref(), 'title' => $change->title, 'difference' => $difference,
        ]);
    }

    /** @throws Refused */
    private function mustFit(ChangePlan $plan): void
    {
        if ($plan->to->lessThanOrEqualTo($plan->from)) {
            throw Refused::because('It has to end after it begins.', 'to');
        }
        if ($plan->from->diffInDays($plan->to) > self::LONGEST_DAYS) {
            throw Refused::because('A change takes '.self::LONGEST_DAYS.' days at most. Make several of it.', 'to');
        }
        KeepTemplates::mustKeepTo($plan);
        if ($plan->to->isPast()) {
            throw Refused::because('This is over already. Choose a time that is still to come.', 'to');
        }
    }

    /** @return array<string, mixed> */
    private function columns(ChangePlan $plan): array
    {
        return [
            'title' => $plan->title, 'kind' => $plan->kind, 'from_at' => $plan->from, 'to_at' => $plan->to,
            'reason' => $plan->reason === '' ? null : $plan->reason, 'back_out' => $plan->backOut === '' ? null : $plan->backOut,
            'back_minutes' => $plan->backMinutes,
            'implementer_id' => $plan->implementer, 'template_id' => $plan->kind === ChangeKind::Standard ? $plan->template : null,
            'team_id' => $plan->team ?? (Deed::PlanChanges->isLimited($this->by) ? $this->by->team_id : null),
        ];
    }

    private function keep(Change $change, ChangePlan $plan): void
    {
        DB::table('change_items')->where('change_id', $change->id)->delete();
        $touched = array_values(array_diff($plan->touched, $plan->down));
        DB::table('change_items')->insert(array_map(
            static fn(string $item): array => [
                'change_id' => $change->id, 'item' => $item, 'goes_down' => in_array($item, $plan->down, true),
            ],
            [...array_values(array_unique($plan->down)), ...array_values(array_unique($touched))],
        ));
        $change->steps()->delete();
        foreach ($plan->steps as $i => $step) {
            $change->steps()->create([...$step, 'ordinal' => $i + 1]);
        }
    }

    /** @return string what matters to whoever approved it, in words; empty if nothing does */
    private function difference(Change $change, ChangePlan $plan): string
    {
        $items = $change->items();
        $names = static fn(array $ids): string => implode(
            ', ', Item::query()->whereKey($ids)->orderBy('name')->pluck('name')->map(strval(...))->all()
        );
        $said = [];
        if (! $change->from_at->equalTo($plan->from) || ! $change->to_at->equalTo($plan->to)) {
            // It is read by others, on other clocks.
            $said[] = 'Time: '.WallClock::spanOutside($change->from_at, $change->to_at).' was asked for; now '
                .WallClock::spanOutside($plan->from, $plan->to).'.';
        }
        foreach (
            [
                'Takes down' => [$items['down'], $plan->down],
                'Touches' => [$items['touched'], array_values(array_diff($plan->touched, $plan->down))],
            ] as $word => [$was, $is]
        ) {
            [$more, $less] = [array_values(array_diff($is, $was)), array_values(array_diff($was, $is))];
            $said[] = $more === [] ? '' : "$word also {$names($more)}.";
            $said[] = $less === [] ? '' : "$word no more {$names($less)}.";
        }
        $steps = static fn(iterable $all): string => json_encode(array_map(
            static fn(array $one): array => array_map(static fn(mixed $value): mixed => $value === '' ? null : $value, $one),
            is_array($all) ? $all : iterator_to_array($all, false),
        ), JSON_THROW_ON_ERROR);
        $now = $change->steps()->get()->map(static fn(ChangeStep $one): array => [
            'text' => $one->text, 'minutes' => $one->minutes, 'check' => $one->check, 'back' => $one->back, 'no_return' => $one->no_return,
        ])->values()->all();
        $said[] = $steps($now) === $steps($plan->steps) ? '' : 'Its steps are others.';
        $said[] = (string) $change->back_out === $plan->backOut ? '' : 'The way back is another.';
        $said[] = $change->back_minutes === $plan->backMinutes
            ? ''
            : 'The way back takes '.($plan->backMinutes === null ? 'a time that nobody says' : "$plan->backMinutes min").' now.';
        $said[] = $change->kind === $plan->kind ? '' : "It was {$change->kind->words()}, and is {$plan->kind->words()} now.";
        $said[] = $change->implementer_id === $plan->implementer ? '' : 'Somebody else is to do it.';

        return trim(implode(' ', array_filter($said)));
    }
}
