<?php

declare(strict_types=1);

namespace App\Paging;

use App\Paging\Delivery\NoteDelivery;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use Illuminate\Support\Facades\DB;

/** A page is looked at: written down the first time. It has arrived then, whatever a gateway says of it. */
final class OpenPage
{
    public function __construct(private readonly NoteDelivery $note) {}

    public function __invoke(Page $page): void
    {
        if ($page->opened_at !== null) {
            return;
        }
        DB::transaction(function () use ($page): void {
            $this->note->arrived($page);
            if (Page::query()->whereKey($page->id)->whereNull('opened_at')->update(['opened_at' => now()]) === 1) {
                Journal::write(
                    Actor::system(), PagingEntry::PageOpened, ['page', $page->id], ['person' => $page->person_id],
                    $page->call?->occasion->record() ?? [],
                );
            }
        });
    }
}
