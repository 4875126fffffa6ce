<?php

declare(strict_types=1);

namespace App\Changes\Approval;

use App\Changes\Course\QuietWhileItLasts;
use App\Platform\Contracts\ClockPart;
use App\Platform\Database\Locked;
use Illuminate\Support\Facades\DB;
use Skarvo\Changes\ChangeState;

/** Approvals whose time is over, and whoever has to be reminded. */
final class FollowApprovals implements ClockPart
{
    private const AT_ONCE = 50;

    public function name(): string
    {
        return 'approvals';
    }

    public function whileBroken(): string
    {
        return 'Nobody is reminded of changes that wait for their answer, and none expires.';
    }

    public function __invoke(\Closure $mayWork): int
    {
        $due = ChangeApproval::query()->whereNull('outcome')->where('look_at', '<=', now())->orderBy('look_at')->limit(self::AT_ONCE)
            ->pluck('id');
        $done = 0;
        foreach ($due as $id) {
            $done += DB::transaction(static function () use ($id, $mayWork): int {
                $approval = $mayWork() ? ChangeApproval::query()->with('answers')->lockForUpdate()->whereKey($id)->first() : null;
                $change = $approval === null ? null : Locked::again($approval->change);
                if ($approval === null || $change === null || $approval->outcome !== null) {
                    return 0;
                }
                if ($change->state !== ChangeState::Asked || $change->approval()->first()?->id !== $approval->id) {
                    $approval->update(['look_at' => null]);

                    return 0;
                }
                Approving::settle($change, $approval);
                if ($change->state === ChangeState::Expired) {
                    QuietWhileItLasts::letGo($change);
                }

                return 1;
            });
        }

        return $done;
    }
}
