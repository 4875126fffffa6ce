<?php

declare(strict_types=1);

namespace App\Signals;

use App\Platform\Database\Sql;
use App\Platform\Moment;
use App\Signals\Intake\SourceCounts;
use App\Signals\Live\StoredSignal;
use Illuminate\Support\Facades\DB;
use Skarvo\Json\BadInput;
use Skarvo\Signals\Replay\ReplaySignal;
use Skarvo\Signals\Signal as ReadSignal;

/** Stores signals so that they survive whatever comes next; the clock takes them from there. */
final class AcceptSignals
{
    /** Signals may come so late, and clocks run off by so much, before the instant that a sender gives is not believed. */
    public const BELIEVED_SECONDS = 120;

    private const COLUMNS = [
        'source', 'external_id', 'at', 'said_at', 'item', 'check', 'condition', 'level', 'labels', 'summary', 'value', 'unit',
        'url', 'payload', 'received_at', 'family',
    ];

    /**
     * @param  list<mixed>  $signals  as they were sent, objects as stdClass; in place of one that could not be read at all, why
     * @param  array<int, string>  $payloads  what they were before they were mapped, by index
     * @param  string|null  $source  the source that the token stands for: its name is taken where a signal has none
     * @return array{accepted: int, repeated: int,
     *      refused: list<array{index: int, error: array{code: string, at: string, message: string}}>}
     *
     * @throws TooManySignals if a source is past its own limit; nothing of the call is taken then
     */
    public function __invoke(array $signals, array $payloads = [], ?string $source = null): array
    {
        $now = Moment::now();
        $rows = $refused = [];
        $counts = new SourceCounts($now);
        foreach ($signals as $index => $signal) {
            if ($source !== null && $signal instanceof \stdClass && ! isset($signal->source)) {
                $signal->source = $source;
            }
            try {
                if ($signal instanceof BadInput) {
                    throw $signal;
                }
                $read = ReadSignal::read($signal, $now);
            } catch (BadInput $e) {
                $refused[] = ['index' => $index, ...$e->toArray()];
                $counts->refused(
                    $source ?? ($signal instanceof \stdClass && is_string($signal->source ?? null) ? $signal->source : ''), $e,
                );

                continue;
            }
            $at = max($now - self::BELIEVED_SECONDS, min($now, $read->at));
            $counts->came($read->source, $read->at - $now);
            $rows[] = [
                $read->source, $read->id, $at, $at === $read->at ? null : $read->at, $read->item, $read->check,
                $read->condition->value, $read->level->value,
                $read->labels === [] ? null : json_encode($read->labels, JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE),
                $read->summary, $read->value, $read->unit, $read->url,
                $payloads[$index] ?? null, $now,
                StoredSignal::familyNumber(ReplaySignal::familyOf($read->source, $read->item, $read->check)),
            ];
        }
        // One statement for one row, run for each: the database reads it sooner than one with a place for every value of all.
        $insert = DB::connection()->getPdo()->prepare(Sql::insertNew('signals', self::COLUMNS));
        $accepted = DB::transaction(static function () use ($rows, $counts, $insert): int {
            $counts->keepWithinLimits();
            $stored = 0;
            foreach ($rows as $row) {
                $insert->execute($row);
                $stored += $insert->rowCount();
            }
            $counts->repeated(count($rows) - $stored);
            $counts->keep();

            return $stored;
        });

        return ['accepted' => $accepted, 'repeated' => count($rows) - $accepted, 'refused' => $refused];
    }
}
