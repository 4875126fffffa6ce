<?php

declare(strict_types=1);

namespace App\Changes;

use App\Platform\Journal\Entry;
use App\Topology\Contracts\ItemPanel;
use App\Topology\Contracts\JoinsHistory;
use App\Topology\Item;
use App\Topology\Standing;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Support\Facades\DB;
use Skarvo\Changes\ChangeResult;
use Skarvo\Changes\ChangeState;

/**
 * What is and was changed on an item: beside its state, on its page, and in its history.
 *
 * @phpstan-type LatestChange array{id: int, ref: string, title: string, words: string, at: CarbonImmutable, isOn: bool, isWrong: bool}
 */
final class ItemChanges implements ItemPanel, JoinsHistory
{
    private const SHOWN = 10;

    private const FRESH_HOURS = 24;

    /** What became of it: not how it was planned. */
    private const KINDS = [ChangeEntry::Begun, ChangeEntry::Ended, ChangeEntry::Recorded, ChangeEntry::Confirmed];

    public function page(Item $item, Standing $standing): array
    {
        $changes = Change::query()->with(['implementer', 'author', 'team'])
            ->whereIn('id', DB::table('change_items')->where('item', $item->id)->select('change_id'))
            ->orderByDesc('from_at')->limit(self::SHOWN);

        return [
            'changes' => static fn(): array => ChangesController::lines(array_values($changes->get()->all())),
            'latestChange' => static fn(): ?array => self::latest($item->id),
        ];
    }

    public function card(Item $item): array
    {
        return ['change' => self::latest($item->id)];
    }

    /** @return LatestChange|null what is being changed on it, or was in the last day: whatever its state is, it may be from that */
    private static function latest(string $item): ?array
    {
        $change = Change::query()->whereIn('id', DB::table('change_items')->where('item', $item)->select('change_id'))
            ->where(
                static fn(Builder $any) => $any->where('state', ChangeState::UnderWay)
                    ->orWhere('ended_at', '>', now()->subHours(self::FRESH_HOURS))
            )
            ->orderByRaw('ended_at is not null')->orderByDesc('ended_at')->orderByDesc('began_at')->first();

        return $change === null ? null : [
            'id' => $change->id, 'ref' => $change->ref(), 'title' => $change->title,
            'words' => $change->ended_at === null ? $change->words() : ($change->result?->words() ?? $change->words()),
            'at' => $change->ended_at ?? $change->from(), 'isOn' => $change->ended_at === null,
            'isWrong' => $change->overruns() || in_array($change->result, [ChangeResult::Failed, ChangeResult::BackedOut], true),
        ];
    }

    public function join(Builder $entries, string $item): void
    {
        $changes = Change::query()->whereIn('id', DB::table('change_items')->where('item', $item)->select('change_id'));
        $entries->orWhereIn('seq', Entry::query()->about('change', $changes)->whereIn('kind', self::KINDS)->select('seq'));
    }
}
