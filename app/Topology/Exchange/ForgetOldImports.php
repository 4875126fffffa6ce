<?php

declare(strict_types=1);

namespace App\Topology\Exchange;

use App\Platform\Contracts\Swept;
use Illuminate\Support\Facades\DB;

/** Forgets files that nobody stored within a week. */
final class ForgetOldImports implements Swept
{
    private const DAYS = 7;

    private const AT_ONCE = 20;

    public function __invoke(\Closure $mayWork): int
    {
        $old = DB::table('imports')->where('state', 'shown')
            ->where('at', '<', now()->subDays(self::DAYS))->limit(self::AT_ONCE)->get(['id', 'path']);
        if ($old->isEmpty() || ! $mayWork()) {
            return 0;
        }
        foreach ($old as $import) {
            ImportPlans::forget($import->path);
            DB::table('imports')->where('id', $import->id)->update(['state' => 'forgotten']);
        }

        return $old->count();
    }
}
