<?php

declare(strict_types=1);

namespace App\Paging\Delivery;

use App\Paging\Page;
use App\Paging\PagingEntry;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use Illuminate\Support\Facades\DB;
use Skarvo\Paging\DeliveryPath;

/** Which ways of delivering work, by what became of the last pages on each. */
final class DeliveryPaths
{
    /** The last pages that are looked at. */
    private const LAST = 12;

    /** The ways there are, as people say them. */
    public const WORDS = ['push' => 'push', 'text' => 'text message', 'voice' => 'voice call', 'mail' => 'mail', 'chat' => 'chat'];

    /** Call it inside the transaction that noted what became of a page. */
    public static function judge(string $channel): void
    {
        $last = Page::query()
            ->where('channel', $channel)
            ->where(static fn($query) => $query->whereNotNull('delivered_at')->orWhereNotNull('failed_at')->orWhere(
                static fn($q) => $q->whereNotNull('sent_at')->whereNull('confirm_by'),
            ))
            ->orderByDesc('id')->limit(self::LAST)->get(['id', 'address', 'sent_at', 'delivered_at', 'failed_at']);
        $path = DeliveryPath::judge(array_values($last->reverse()->map(static fn(Page $page): array => [
            'at' => ($page->delivered_at ?? $page->failed_at ?? $page->sent_at)?->getTimestamp() ?? 0,
            'address' => $page->address, 'arrived' => $page->delivered_at !== null || $page->failed_at === null,
        ])->sortBy('at')->all()));
        $works = (bool) (DB::table('delivery_paths')->where('channel', $channel)->value('works') ?? true);
        if ($path->works === $works) {
            return;
        }
        $since = $path->works ? now() : now()->setTimestamp($path->since ?? now()->getTimestamp());
        DB::table('delivery_paths')->updateOrInsert(
            ['channel' => $channel],
            [
                'works' => $path->works, 'since' => $since,
                'why' => $path->works
                    ? ''
                    : (string) Page::query()->where('channel', $channel)
                        ->whereNotNull('failed_at')->orderByDesc('failed_at')->value('error'),
            ],
        );
        Journal::write(
            Actor::system(), $path->works ? PagingEntry::PathWorks : PagingEntry::PathFails, ['path', $channel],
            ['path' => $channel, 'failures' => $path->failures],
        );
        if ($path->works) {
            ProbePaths::pageAgain($channel);
        }
    }

    /** A way as people say it. */
    public static function words(string $channel): string
    {
        return self::WORDS[$channel] ?? $channel;
    }

    public static function works(string $channel): bool
    {
        return ! in_array($channel, self::broken(), true);
    }

    /** @return list<string> channels on which nothing arrives at present */
    public static function broken(): array
    {
        return array_values(array_map(strval(...), DB::table('delivery_paths')->where('works', false)->pluck('channel')->all()));
    }

    /** @return list<array{channel: string, since: string, why: string}> those that do not work */
    public static function failing(): array
    {
        $failing = DB::table('delivery_paths')->where('works', false)->orderBy('since')->get();

        return array_values($failing->map(static fn(\stdClass $path): array => [
            'channel' => self::words((string) $path->channel), 'since' => (string) $path->since, 'why' => (string) $path->why,
        ])->all());
    }
}
