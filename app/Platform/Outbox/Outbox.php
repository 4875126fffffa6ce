<?php

declare(strict_types=1);

namespace App\Platform\Outbox;

use App\Platform\Moment;
use Carbon\CarbonInterface;
use Illuminate\Support\Facades\DB;

/** What is to go out: first a row in the same transaction as its cause, then sent, then marked. */
final class Outbox
{
    /** What nobody waits for: mail that is no page. */
    public const LAST = 9;

    /**
     * @param  string  $kind
     * @param  string  $key  the receiver tells a repeat by it
     * @param  array<string, mixed>  $payload
     * @param  int  $rank  0 to 9: of what is due, a lower one goes first
     */
    public static function put(string $kind, string $key, array $payload, CarbonInterface $due, int $rank = self::LAST): void
    {
        self::putMany($kind, [['key' => $key, 'payload' => $payload, 'due' => $due, 'rank' => $rank]]);
    }

    /**
     * @param  string  $kind
     * @param  list<array{key: string, payload: array<string, mixed>, due: CarbonInterface, rank: int}>  $messages
     */
    public static function putMany(string $kind, array $messages): void
    {
        $made = Moment::precise(now());
        DB::table('outbox')->insert(array_map(static fn(array $one): array => [
            'kind' => $kind, 'key' => $one['key'],
            'payload' => json_encode(self::onOneLine($one['payload']), JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE),
            'made_at' => $made, 'due_at' => Moment::precise($one['due']), 'rank' => $one['rank'],
        ], $messages));
    }

    /**
     * A subject and an address are one line, whatever names stand in them: a second one would be a header.
     *
     * @param  array<string, mixed>  $payload
     * @return array<string, mixed>
     */
    private static function onOneLine(array $payload): array
    {
        foreach (['subject', 'to'] as $name) {
            if (is_string($payload[$name] ?? null)) {
                $payload[$name] = trim((string) preg_replace('/[\x00-\x1F\x7F\x{2028}\x{2029}]+/u', ' ', $payload[$name]));
            }
        }

        return $payload;
    }
}
