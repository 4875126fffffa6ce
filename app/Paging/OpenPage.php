<?php

declare(strict_types=1);

namespace App\Paging;

use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use Illuminate\Support\Facades\DB;

/** A page is looked at: written down the first time. */
final class OpenPage
{
    public function __invoke(Page $page): void
    {
        if ($page->opened_at !== null) {
            return;
        }
        DB::transaction(static function () use ($page): void {
            if (Page::query()->whereKey($page->id)->whereNull('opened_at')->update(['opened_at' => now()]) === 1) {
                Journal::write(
                    Actor::system(), PagingEntry::PageOpened, ['page', $page->id], ['person' => $page->person_id],
                    $page->call?->occasion->record() ?? [],
                );
            }
        });
    }
}
