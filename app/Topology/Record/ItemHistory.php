<?php

declare(strict_types=1);

namespace App\Topology\Record;

use App\Platform\Given;
use App\Platform\Journal\Entry;
use App\Platform\Journal\Telling;
use App\Platform\Moment;
use App\Platform\WallClock;
use App\Topology\Contracts\JoinsHistory;
use App\Topology\Item;
use App\Topology\Record\Requests\ItemHistoryRequest;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Builder;
use Skarvo\Topology\Exchange\CsvCell;
use Symfony\Component\HttpFoundation\StreamedResponse;

/** What happened to an item: changes of its record, and what else belongs to its history. */
final class ItemHistory
{
    private const DAYS = 90;

    private const MOST_DAYS = 731;

    /** As CSV, over a period: from and to are days on the organisation's clock. */
    public function __invoke(ItemHistoryRequest $request, Item $item): StreamedResponse
    {
        $input = $request->validated();
        $zone = WallClock::organisation();
        $to = CarbonImmutable::parse(($input['to'] ?? now()->setTimezone($zone)->format('Y-m-d')).' 23:59:59', $zone);
        $from = isset($input['from']) ? CarbonImmutable::parse("$input[from] 00:00:00", $zone) : $to->subDays(self::DAYS)->startOfDay();
        abort_if($from->diffInDays($to) > self::MOST_DAYS, 422, 'Choose two years at most.');
        $query = self::of($item->id)->whereBetween('at', [Moment::precise($from->utc()), Moment::precise($to->utc())])->orderBy('seq');

        return response()->streamDownload(static function () use ($query, $zone): void {
            $out = fopen('php://output', 'wb') ?: throw new \RuntimeException('There is no output.');
            fputcsv($out, ['at', 'what', 'particulars', 'by'], escape: '');
            foreach ($query->lazyById(500, 'seq') as $entry) {
                $told = Telling::of($entry);
                fputcsv(
                    $out,
                    array_map(
                        CsvCell::guarded(...),
                        [$entry->at->setTimezone($zone)->toIso8601String(), $told['lead'], $told['rest'], (string) $told['by']],
                    ),
                    escape: '',
                );
            }
        }, "history-$item->id.csv", ['Content-Type' => 'text/csv; charset=utf-8']);
    }

    /** @return Builder<Entry> */
    public static function of(string $item): Builder
    {
        return Entry::query()->where(static function (Builder $any) use ($item): void {
            $any->where(static fn(Builder $own) => $own->about('item', $item));
            foreach (Given::all(JoinsHistory::class) as $one) {
                $one->join($any, $item);
            }
        });
    }
}
