<?php

declare(strict_types=1);

namespace App\Signals\Intake;

use App\Platform\Moment;
use App\Signals\AcceptSignals;
use Illuminate\Support\Facades\DB;
use Skarvo\Json\BadInput;

/** Takes what a source sends in its own form: as signals where its mapping fits, and put by where it does not. */
final class TakePayload
{
    /** Payloads of a source that are put by; older ones make room. */
    public const MOST_KEPT = 10_000;

    public function __construct(private readonly AcceptSignals $accept) {}

    /**
     * @return array{accepted: int, repeated: int, kept: int, missing: list<array{entry: int, field: string, message: string}>}
     *
     * @throws \App\Signals\TooManySignals
     */
    public function __invoke(Source $source, mixed $payload, string $text): array
    {
        [$signals, $missing] = self::map($source, $payload);
        $result = ['accepted' => 0, 'repeated' => 0, 'refused' => []];

        return DB::transaction(function () use ($source, $signals, $missing, $text, $result): array {
            if ($signals === []) {
                SourceCounts::refuseBeyond([$source->id => 1], Moment::now());
            }
            if ($signals !== []) {
                $result = ($this->accept)($signals, array_fill(0, count($signals), $text), $source->id);
                foreach ($result['refused'] as $refused) {
                    $missing[] = [
                        'entry' => $refused['index'], 'field' => ltrim((string) $refused['error']['at'], '/'),
                        'message' => (string) $refused['error']['message'],
                    ];
                }
            }
            if ($missing !== []) {
                $this->putBy($source, $text, $missing);
            }

            return [
                'accepted' => $result['accepted'], 'repeated' => $result['repeated'], 'kept' => $missing === [] ? 0 : 1,
                'missing' => $missing,
            ];
        });
    }

    /**
     * Sends through again what was put by, as the mapping is now.
     *
     * @return array{mapped: int, left: int}
     */
    public function again(Source $source): array
    {
        $mapped = $left = 0;
        foreach (
            DB::table('unmapped_payloads')->where('source', $source->id)
                ->whereNull('mapped_at')->orderBy('id')->limit(self::MOST_KEPT)->get() as $row
        ) {
            [$signals, $missing] = self::map($source, json_decode($row->payload, false, 64));
            if ($missing !== [] || $signals === []) {
                $left++;

                continue;
            }
            $done = DB::transaction(function () use ($source, $signals, $row): bool {
                if (DB::table('unmapped_payloads')->where('id', $row->id)->whereNull('mapped_at')->update(['mapped_at' => now()]) === 0) {
                    return true;
                }
                $isWhole = ($this->accept)($signals, array_fill(0, count($signals), $row->payload), $source->id)['refused'] === [];
                if (! $isWhole) {
                    DB::table('unmapped_payloads')->where('id', $row->id)->update(['mapped_at' => null]);
                }

                return $isWhole;
            });
            $done ? $mapped++ : $left++;
        }

        return ['mapped' => $mapped, 'left' => $left];
    }

    /** @return array{list<\stdClass>, list<array{entry: int, field: string, message: string}>} */
    private static function map(Source $source, mixed $payload): array
    {
        try {
            $mapping = $source->toCore();
        } catch (BadInput $e) {
            return [[], [['entry' => 0, 'field' => 'mapping', 'message' => "$e->at: {$e->getMessage()}"]]];
        }
        if ($mapping === null) {
            return [[], [['entry' => 0, 'field' => 'mapping', 'message' => 'This source has no mapping yet.']]];
        }
        $result = $mapping->map($payload, $source->id);

        return [$result['signals'], $result['missing']];
    }

    /** @param  non-empty-list<array{entry: int, field: string, message: string}>  $missing */
    private function putBy(Source $source, string $text, array $missing): void
    {
        $now = Moment::now();
        DB::table('unmapped_payloads')->insert([
            'source' => $source->id, 'payload' => $text,
            'why' => json_encode(array_slice($missing, 0, 20), JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE),
            'received_at' => $now,
        ]);
        $oldest = DB::table('unmapped_payloads')->where('source', $source->id)
            ->whereNull('mapped_at')->orderByDesc('id')->offset(self::MOST_KEPT)->limit(1)->value('id');
        if ($oldest !== null) {
            DB::table('unmapped_payloads')->where('source', $source->id)->whereNull('mapped_at')->where('id', '<=', $oldest)->delete();
        }
        $minute = intdiv($now, 60) * 60;
        DB::table('source_minutes')->upsert(
            [['source' => $source->id, 'minute' => $minute, 'unmapped' => 1]], ['source', 'minute'],
            ['unmapped' => DB::raw('unmapped + 1')],
        );
        SourceCounts::error($source->id, "Not mapped: {$missing[0]['field']}: {$missing[0]['message']}");
    }
}
