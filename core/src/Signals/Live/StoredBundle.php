<?php

declare(strict_types=1);

namespace Skarvo\Signals\Live;

use Skarvo\Signals\Replay\Threads;

/**
 * A bundle as it is stored: JSON with a version. What an older version stored is read too, so that nothing that fires
 * is forgotten when the program is replaced.
 *
 * @phpstan-import-type State from Threads
 */
final class StoredBundle
{
    public const VERSION = 2;

    /** The places of rows of version 1, which had no names. */
    private const THREAD = ['item', 'family', 'part', 'key', 'fires', 'due', 'last', 'expire', 'begun', 'span'];

    private const KEY = [
        'key', 'began', 'hold', 'settle', 'count', 'level', 'first', 'latest', 'due', 'covered', 'clear', 'mentioned', 'opened',
        'open', 'over',
    ];

    private const ALERT = [
        'number', 'signalled', 'opened', 'count', 'level', 'stamp', 'closed', 'flips', 'items', 'threads', 'first', 'last', 'latest',
    ];

    private const DEPTH = 16;

    public static function write(Bundle $bundle): string
    {
        return json_encode(['version' => self::VERSION, 'states' => $bundle->states()], JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE);
    }

    /** @throws \DomainException if a later version put it away */
    public static function read(string $text): Bundle
    {
        $stored = json_decode($text, true, self::DEPTH, JSON_THROW_ON_ERROR);
        if (! is_array($stored)) {
            throw new \DomainException('This is no bundle.');
        }
        if (! array_is_list($stored) && ($stored['version'] ?? null) !== self::VERSION) {
            throw new \DomainException('This bundle was stored by a later version of Skarvo. Go on with that one.');
        }
        /** @var non-empty-list<State> $states */
        $states = array_is_list($stored) ? self::named($stored) : $stored['states'];

        return Bundle::of($states);
    }

    /**
     * @param  array<mixed>  $stored  states of version 1
     * @return list<array<string, mixed>>
     */
    private static function named(array $stored): array
    {
        /** @var list<array{present: int|null, threads: list<list<mixed>>, keys: list<list<mixed>>}> $stored */
        return array_map(static fn(array $state): array => [
            'present' => $state['present'],
            'threads' => array_map(static fn(array $row): array => array_combine(self::THREAD, $row), $state['threads']),
            'keys' => array_map(static function (array $row): array {
                $key = array_combine(self::KEY, $row);
                foreach (['open', 'over'] as $which) {
                    $key[$which] = is_array($key[$which]) ? array_combine(self::ALERT, $key[$which]) : null;
                }

                return $key;
            }, $state['keys']),
        ], $stored);
    }
}
