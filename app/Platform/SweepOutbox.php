<?php

declare(strict_types=1);

namespace App\Platform;

use Illuminate\Support\Facades\DB;

/** Finds messages whose job was lost with the process that held it, and gives each a new one. */
final class SweepOutbox
{
    /** Longer than a job may take, so that a message under way is left alone. */
    private const PATIENCE_SECONDS = 20;

    public function __invoke(\Closure $mayWork): int
    {
        return DB::transaction(static function () use ($mayWork): int {
            if (! $mayWork()) {
                return 0;
            }
            $late = now()->subSeconds(self::PATIENCE_SECONDS);
            $lost = OutboxMessage::query()->whereNull('sent_at')->whereNull('failed_at')->where('due_at', '<=', $late)
                ->where(static fn($query) => $query->whereNull('tried_at')->orWhere('tried_at', '<=', $late))
                ->orderBy('due_at')->limit(200)->pluck('id');
            foreach ($lost as $id) {
                OutboxMessage::query()->whereKey($id)->update(['tried_at' => now()]);
                SendMessage::dispatch($id);
            }

            return $lost->count();
        });
    }
}
