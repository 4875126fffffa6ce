<?php

declare(strict_types=1);

namespace App\Updates;

use App\Incidents\Occasion;
use App\Platform\Contracts\ClockPart;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Moment;
use Illuminate\Support\Facades\DB;

/** Says once, in the journal, that an update that was owed did not come. */
final class NoteOverdueUpdates implements ClockPart
{
    private const LOOK_SECONDS = 30;

    private static int $looked = 0;

    public function name(): string
    {
        return 'updates';
    }

    public function whileBroken(): string
    {
        return 'An update that is overdue is not noticed.';
    }

    public function __invoke(\Closure $mayWork): int
    {
        if (abs(Moment::now() - self::$looked) >= self::LOOK_SECONDS) {
            self::$looked = Moment::now();
            PublicStates::forgetSettled();
        }
        $isOverdue = static fn() => Occasion::query()->open()
            ->whereNull('update_overdue_at')->where('next_update_at', '<=', now());
        if (! $isOverdue()->exists()) {
            return 0;
        }

        return DB::transaction(static function () use ($mayWork, $isOverdue): int {
            $overdue = $isOverdue()->orderBy('next_update_at')->get();
            if (! $mayWork()) {
                return 0;
            }
            foreach ($overdue as $occasion) {
                $occasion->update(['update_overdue_at' => now()]);
                Journal::write(
                    Actor::system(), UpdateEntry::UpdateOverdue, [$occasion->kind, $occasion->record_id],
                    ['due' => $occasion->next_update_at?->toIso8601ZuluString()],
                );
            }

            return $overdue->count();
        });
    }
}
