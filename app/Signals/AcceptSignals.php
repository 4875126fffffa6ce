<?php

declare(strict_types=1);

namespace App\Signals;

use Illuminate\Support\Facades\DB;
use Skarvo\Json\BadInput;
use Skarvo\Signals\Signal as ReadSignal;

/** Stores signals so that they survive whatever comes next; the clock takes them from there. */
final class AcceptSignals
{
    /** A statement of SQLite holds 32,766 values; a signal has 12. */
    private const ROWS_A_STATEMENT = 500;

    /**
     * @param  list<mixed>  $signals  as they were sent, objects as stdClass
     * @return array{accepted: int, repeated: int, refused: list<array{index: int, error: array{code: string, at: string, message: string}}>}
     */
    public function __invoke(array $signals): array
    {
        $now = now();
        $rows = [];
        $refused = [];
        foreach ($signals as $index => $signal) {
            try {
                $read = ReadSignal::read($signal, $now->getTimestamp(), config()->integer('skarvo.signals.most_seconds_ahead'));
            } catch (BadInput $e) {
                $refused[] = ['index' => $index, ...$e->toArray()];

                continue;
            }
            $rows[] = [
                'source' => $read->source, 'external_id' => $read->id, 'at' => $now->setTimestamp($read->at), 'item' => $read->item,
                'check' => $read->check, 'condition' => $read->condition->value, 'level' => $read->level->value,
                'labels' => $read->labels === [] ? null : json_encode($read->labels, JSON_THROW_ON_ERROR),
                'summary' => $read->summary, 'value' => $read->value, 'unit' => $read->unit, 'url' => $read->url,
                'received_at' => $now,
            ];
        }
        $accepted = DB::transaction(static function () use ($rows): int {
            $stored = 0;
            foreach (array_chunk($rows, self::ROWS_A_STATEMENT) as $chunk) {
                $stored += DB::table('signals')->insertOrIgnore($chunk);
            }

            return $stored;
        });

        return ['accepted' => $accepted, 'repeated' => count($rows) - $accepted, 'refused' => $refused];
    }
}
