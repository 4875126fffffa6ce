<?php

declare(strict_types=1);

namespace Skarvo\Paging\Bridge;

/** Who is on a phone bridge, from what the exchange told: late, twice, in any order. */
final readonly class Attendance
{
    /** A phone that has rung so long rings no more, whatever the exchange did not tell. */
    public const RINGS_SECONDS = 60;

    /** @param  list<array{int, int|null}>  $spans  when they were in, and until when; null: they are */
    private function __construct(public OnBridge $standing, public int $since, public array $spans) {}

    /**
     * @param  non-empty-list<array{Heard, int}>  $events  of one person, with seconds since the epoch
     * @param  int  $now  seconds since the epoch
     */
    public static function of(array $events, int $now): self
    {
        usort($events, static fn(array $a, array $b): int => [$a[1], $a[0]->order()] <=> [$b[1], $b[0]->order()]);
        $standing = null;
        $since = $events[0][1];
        /** @var list<array{int, int|null}> $spans */
        $spans = [];
        foreach ($events as [$heard, $at]) {
            if ($standing === OnBridge::Ringing && $at - $since >= self::RINGS_SECONDS) {
                [$standing, $since] = [OnBridge::Unanswered, $since + self::RINGS_SECONDS];
            }
            // A ring, and its end, say nothing of somebody who is in: they dialled in themselves. Nor does what is told twice.
            $next = match ($heard) {
                Heard::Rung => $standing === OnBridge::In ? null : OnBridge::Ringing,
                Heard::Unanswered => $standing === OnBridge::In || $standing === OnBridge::Left ? null : OnBridge::Unanswered,
                Heard::Joined => $standing === OnBridge::In ? null : OnBridge::In,
                Heard::Left => $standing === OnBridge::Left ? null : OnBridge::Left,
            };
            if ($next === null || ($next === $standing && $next === OnBridge::Unanswered)) {
                continue;
            }
            if ($standing === OnBridge::In && $next === OnBridge::Left) {
                $last = count($spans) - 1;
                $spans[$last] = [$spans[$last][0], $at];
            }
            if ($next === OnBridge::In) {
                $spans[] = [$at, null];
            }
            [$standing, $since] = [$next, $at];
        }
        if ($standing === OnBridge::Ringing && $now - $since >= self::RINGS_SECONDS) {
            [$standing, $since] = [OnBridge::Unanswered, $since + self::RINGS_SECONDS];
        }

        return new self($standing ?? OnBridge::Unanswered, $since, $spans);
    }
}
