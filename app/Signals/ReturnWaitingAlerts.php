<?php

declare(strict_types=1);

namespace App\Signals;

use App\Platform\Contracts\ClockPart;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use Illuminate\Support\Facades\DB;

/** Brings alerts back to the watch that were to wait until now and are still open. */
final class ReturnWaitingAlerts implements ClockPart
{
    public function name(): string
    {
        return 'alerts';
    }

    public function whileBroken(): string
    {
        return 'Alerts that were put off do not come back.';
    }

    public function __invoke(\Closure $mayWork): int
    {
        $isBack = static fn() => Alert::query()->waitsUntil('<=');
        if (! $isBack()->exists()) {
            return 0;
        }

        return DB::transaction(static function () use ($isBack, $mayWork): int {
            $alerts = $isBack()->orderBy('wait_until')->get();
            if (! $mayWork()) {
                return 0;
            }
            foreach ($alerts as $alert) {
                $alert->update(['wait_until' => null]);
                Journal::write(Actor::system(), SignalEntry::AlertBack, ['alert', $alert->id], ['title' => $alert->title()]);
            }

            return $alerts->count();
        });
    }
}
