<?php

declare(strict_types=1);

namespace App\Updates\Following;

use App\Paging\Contracts\HearsDeliveries;
use Illuminate\Support\Facades\DB;

/** What networks tell of updates to followers afterwards: they arrived, or came back. */
final class HearDeliveries implements HearsDeliveries
{
    public function heard(string $key, ?string $why): ?bool
    {
        if (preg_match('/^notice-(\d{1,18})-(\d{1,18})$/D', $key, $part) !== 1) {
            return null;
        }
        [$update, $subscription] = [(int) $part[1], (int) $part[2]];

        return DB::transaction(static function () use ($update, $subscription, $why): ?bool {
            $one = DB::table('deliveries')->where('update_id', $update)->where('subscription_id', $subscription);
            $row = (clone $one)->lockForUpdate()->first();
            if ($row === null) {
                return null;
            }
            // What was said last stays: a network that says both is not believed twice.
            if ($row->arrived_at !== null || $row->failed_at !== null) {
                return false;
            }
            $one->update($why === null ? ['arrived_at' => now()] : ['failed_at' => now(), 'error' => mb_substr($why, 0, 200)]);
            $why === null ? NoticeMessages::reached([$subscription]) : NoticeMessages::noteFailure($subscription, $why);

            return true;
        });
    }
}
