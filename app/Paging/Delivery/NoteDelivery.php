<?php

declare(strict_types=1);

namespace App\Paging\Delivery;

use App\Paging\FollowCall;
use App\Paging\HoldCalls;
use App\Paging\Page;
use App\Paging\PagingEntry;
use App\Platform\Database\Locked;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Entry;
use App\Platform\Journal\Journal;
use Illuminate\Support\Facades\DB;
use Skarvo\Paging\HappeningKind;

/** What became of a page: it arrived, or it came back, at once or a while after it was taken. */
final class NoteDelivery
{
    public function __construct(private readonly FollowCall $follow) {}

    private const LONGEST_TEXT = 120;

    /** Somebody answered, and it could not be understood. */
    public function unclear(Page $page, string $text): void
    {
        $text = mb_substr($text, 0, self::LONGEST_TEXT);
        DB::transaction(static function () use ($page, $text): void {
            $last = Entry::query()->where('subject_kind', 'page')->where('subject_id', (string) $page->id)
                ->where('kind', PagingEntry::PageUnclear)->latest('seq')->first();
            // A gateway may tell the same twice.
            if ($last === null || ($last->told()['text'] ?? null) !== $text) {
                Journal::write(
                    Actor::system(), PagingEntry::PageUnclear, ['page', $page->id],
                    ['person' => $page->person_id, 'text' => $text], $page->call?->occasion->record() ?? [],
                );
            }
        });
    }

    /**
     * Somebody saw it, or a gateway says that it arrived: what came as one message has arrived as one.
     *
     * @return bool false if that is known
     */
    public function arrived(Page $page): bool
    {
        return $page->together()->map(fn(Page $one): bool => $this->delivered($one))->contains(true);
    }

    /** @return bool false if that is known */
    public function delivered(Page $page): bool
    {
        return DB::transaction(static function () use ($page): bool {
            if (Page::query()->whereKey($page->id)->whereNull('delivered_at')->update(['delivered_at' => now()]) === 0) {
                return false;
            }
            Locked::again($page);
            Journal::write(
                Actor::system(), PagingEntry::PageDelivered, ['page', $page->id],
                ['person' => $page->person_id, 'channel' => $page->channel], $page->call?->occasion->record() ?? [],
            );
            DeliveryPaths::judge($page->channel);

            return true;
        });
    }

    /** @return bool false if that is known, or it has arrived */
    public function cameBack(Page $page, string $why): bool
    {
        return DB::transaction(function () use ($page, $why): bool {
            if (
                Page::query()->whereKey($page->id)
                    ->whereNull('delivered_at')->whereNull('failed_at')
                    ->update(['failed_at' => now(), 'error' => mb_substr($why, 0, 200)]) === 0
            ) {
                return false;
            }
            Locked::again($page);
            $call = $page->call;
            Journal::write(
                Actor::system(), PagingEntry::PageFailed, ['page', $page->id],
                ['person' => $page->person_id, 'channel' => $page->channel, 'error' => $why], $call?->occasion->record() ?? [],
            );
            DeliveryPaths::judge($page->channel);
            if ($call !== null && $page->kind === 'call') {
                $this->follow->happens($call, HappeningKind::Failed, $page->person_id, $page->channel);
            } elseif ($page->kind === 'ask') {
                HoldCalls::askOtherwise($page);
            }

            return true;
        });
    }
}
