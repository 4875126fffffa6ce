<?php

declare(strict_types=1);

namespace Skarvo\Signals\Replay;

/**
 * What can fire and clear on its own: a source, item, check and part.
 *
 * @phpstan-type ThreadRow array{
 *     item: string|null, family: string, part: string, key: string|null, fires: bool, due: int, last: int, expire: int|null,
 *     begun: list<int>, span: int,
 * }
 *
 * @internal
 */
final class Thread
{
    public bool $isFiring = false;

    /** The key under which it was put last. */
    public ?KeyState $key = null;

    /** When it is due, while it fires. */
    public int $due = 0;

    public int $lastSignal = 0;

    public ?int $expire = null;

    /** When the timetable will look at its expiry, under its present key. */
    public ?int $expiryLook = null;

    /** When the timetable will look whether its item becomes quiet or stops being so, under its present key. */
    public ?int $edgeLook = null;

    /** @var list<int> its latest beginnings while its item was not quiet, at most as many as make it flap */
    public array $beginnings = [];

    /** How far back beginnings counted at the latest of them. */
    public int $span = 0;

    /**
     * @param  string  $family  its source, item and check, as ReplaySignal::family() gives them
     * @param  string  $part  as the rules set it
     */
    public function __construct(public readonly ?string $item, public readonly string $family, public readonly string $part) {}

    /** @var array<array-key, string>|null */
    private ?array $alone = null;

    /** @return array<array-key, string> its item, as the only one of an alert, without a stamp */
    public function alone(): array
    {
        return $this->alone ??= $this->item === null ? [] : [$this->item => ''];
    }

    public static function named(string $family, string $part): string
    {
        return "$family\n\n$part";
    }

    public function name(): string
    {
        return self::named($this->family, $this->part);
    }

    /**
     * @param  string  $name  as name() gives it; identifiers hold no line breaks, parts may
     * @return array{string, string} family and part
     */
    public static function split(string $name): array
    {
        [$source, $item, $check, $rest] = explode("\n", $name, 4);
        $isBare = $item === '';

        return ["$source\n$item\n$check".($isBare ? "\n" : ''), substr($rest, $isBare ? 2 : 1)];
    }

    /**
     * Whether it began to fire in this instant, and so often lately that it goes on and off for ever: by the span that held
     * at the latest of its beginnings.
     *
     * @param  int|null  $times  beginnings that make it flap; null: it never does
     */
    public function flaps(?int $times, int $now): bool
    {
        return end($this->beginnings) === $now
            && $times !== null && count($this->beginnings) === $times && $now - $this->beginnings[0] < $this->span;
    }

    /** When it expires if no further signal comes; null: never. */
    public function expiry(QuietTimes $quiet): ?int
    {
        return $this->expire === null
            ? null
            : max($this->lastSignal, $quiet->nextLoud($this->item, $this->due)) + $this->expire;
    }

    /** @return ThreadRow */
    public function toArray(): array
    {
        return [
            'item' => $this->item, 'family' => $this->family, 'part' => $this->part, 'key' => $this->key?->key, 'fires' => $this->isFiring,
            'due' => $this->due, 'last' => $this->lastSignal, 'expire' => $this->expire, 'begun' => $this->beginnings,
            'span' => $this->span,
        ];
    }

    /** @param  ThreadRow  $row  as toArray() gives it; its key is for the reader to find */
    public static function of(array $row): self
    {
        $thread = new self($row['item'], $row['family'], $row['part']);
        [
            'fires' => $thread->isFiring, 'due' => $thread->due, 'last' => $thread->lastSignal, 'expire' => $thread->expire,
            'begun' => $thread->beginnings, 'span' => $thread->span,
        ] = $row;

        return $thread;
    }
}
