<?php

declare(strict_types=1);

namespace App\Paging\Delivery;

use App\Paging\Page;
use App\Platform\Contracts\ClockPart;
use Illuminate\Support\Facades\DB;

/** A gateway that says yes and delivers nothing: what it does not confirm in time has come back. */
final class NoteUnconfirmed implements ClockPart
{
    public function __construct(private readonly NoteDelivery $note) {}

    public function name(): string
    {
        return 'unconfirmed';
    }

    public function whileBroken(): string
    {
        return 'A page that does not arrive is not noticed.';
    }

    public function __invoke(\Closure $mayWork): int
    {
        $late = Page::query()->whereNotNull('confirm_by')
            ->where('confirm_by', '<=', now())->whereNull('delivered_at')->whereNull('failed_at')->orderBy('confirm_by')
            ->limit(100)->pluck('id');
        foreach ($late as $id) {
            DB::transaction(function () use ($id, $mayWork): void {
                if ($mayWork()) {
                    $this->note->cameBack(
                        Page::query()->with(['call.occasion', 'person'])->findOrFail((int) $id), 'taken, but not delivered in time',
                    );
                }
            });
        }

        return $late->count();
    }
}
