<?php

declare(strict_types=1);

namespace App\Paging;

use App\Platform\Contracts\RunningClock;
use App\Platform\Contracts\RunsOut;
use App\Platform\Look;
use App\Platform\Staff\Names;
use App\Rota\Rota;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Collection;
use Skarvo\Paging\Outcome;
use Skarvo\Paging\StepTarget;

/** Steps of calls that run out, and calls that nobody answered. */
final class CallClocks implements RunsOut
{
    public function clocks(): array
    {
        $clocks = [];
        foreach (self::running() as $call) {
            if ($call->outcome === Outcome::Exhausted) {
                $clocks[] = new RunningClock(
                    "call-$call->id", Unanswered::words($call), 'call somebody else, '.($call->occasion->ref),
                    $call->outcome_at ?? $call->started_at, $call->started_at, $call->occasion->path, true,
                );
            } elseif ($call->step_ends_at !== null) {
                $clocks[] = new RunningClock(
                    "call-$call->id", self::title($call), self::next($call),
                    $call->step_ends_at, $call->pages->last()->at ?? $call->started_at, $call->occasion->path, true,
                );
            }
        }

        return $clocks;
    }

    /** @return Collection<int, Call> read once in a look at a screen */
    public static function running(): Collection
    {
        return Look::once('calls that run', static fn(): Collection => Call::query()->with(
            ['occasion', 'pages']
        )->where(static fn(Builder $query) => $query->where('outcome', Outcome::Waiting)
            ->orWhere(
                static fn(Builder $ended) => $ended->where('outcome', Outcome::Exhausted)
                    ->whereNull('settled_at')->whereNull('handed_from'),
            ))->get());
    }

    private static function title(Call $call): string
    {
        $names = $call->pages->where('step', $call->step)->where('round', $call->round)
            ->map(static fn(Page $page): string => Names::person($page->person_id))->unique()->implode(', ');

        return $names === '' ? "Call to {$call->calls()} names nobody" : "Page to $names unanswered";
    }

    private static function next(Call $call): string
    {
        $next = $call->policy['steps'][$call->step] ?? ($call->round < $call->policy['rounds'] ? $call->policy['steps'][0] : null);
        if ($next === null) {
            return 'the last step of the last round';
        }

        return 'then '.implode(' and ', array_map(self::name(...), $next['targets']));
    }

    private static function name(string $text): string
    {
        $target = StepTarget::parse($text);

        return match (true) {
            $target === null => $text,
            $target->isRota => Rota::known()->find($target->id)->name ?? $target->id,
            default => Names::person($target->id),
        };
    }
}
