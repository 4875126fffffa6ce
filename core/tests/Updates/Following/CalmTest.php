<?php

declare(strict_types=1);

namespace Skarvo\Tests\Updates\Following;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;
use Skarvo\Time\Zone;
use Skarvo\Updates\Following\Calm;

final class CalmTest extends TestCase
{
    /** @return iterable<string, array{string|null, string|null, string|null, string, string}> quiet from, until, digest, told at, due */
    public static function times(): iterable
    {
        yield 'at once' => [null, null, null, '2026-03-03T02:00', '2026-03-03T02:00'];
        yield 'by day' => ['22:00', '07:00', null, '2026-03-03T07:00', '2026-03-03T07:00'];
        yield 'as quiet begins' => ['22:00', '07:00', null, '2026-03-03T22:00', '2026-03-04T07:00'];
        yield 'after midnight' => ['22:00', '07:00', null, '2026-03-03T02:00', '2026-03-03T07:00'];
        yield 'at noon, to somebody who sleeps by day' => ['09:00', '17:00', null, '2026-03-03T12:00', '2026-03-03T17:00'];
        yield 'through the night in which an hour is left out' => ['22:00', '07:00', null, '2026-03-29T01:30', '2026-03-29T07:00'];
        yield 'before the digest' => [null, null, '08:00', '2026-03-03T07:59', '2026-03-03T08:00'];
        yield 'as the digest goes' => [null, null, '08:00', '2026-03-03T08:00', '2026-03-03T08:00'];
        yield 'after the digest' => [null, null, '08:00', '2026-03-03T08:01', '2026-03-04T08:00'];
        yield 'a digest that falls into the quiet' => ['22:00', '09:00', '08:00', '2026-03-03T12:00', '2026-03-04T09:00'];
        yield 'a digest at a time that is left out' => [null, null, '02:30', '2026-03-28T12:00', '2026-03-29T03:30'];
    }

    #[DataProvider('times')]
    public function test_it_waits_as_long_as_they_want(?string $from, ?string $until, ?string $digest, string $at, string $due): void
    {
        $calm = self::calm($from, $until, $digest);

        self::assertSame(self::instant($due), $calm->due(self::instant($at), false));
        self::assertSame(self::instant($at), $calm->due(self::instant($at), true), 'what is urgent waits for nobody');
    }

    public function test_it_is_never_due_before_it_was_said_nor_in_the_quiet_nor_later_than_two_days(): void
    {
        mt_srand(8058);
        for ($round = 0; $round < 500; $round++) {
            $from = mt_rand(0, 95) * 900;
            $until = mt_rand(0, 95) * 900;
            if ($from === $until) {
                continue;
            }
            $digest = mt_rand(0, 1) === 1 ? mt_rand(0, 95) * 900 : null;
            $at = self::instant('2026-10-20T00:00') + mt_rand(0, 20 * 86400);
            $due = (new Calm(Zone::orUtc('Europe/Oslo'), $from, $until, $digest))->due($at, false);
            $clock = self::clock($due);

            self::assertGreaterThanOrEqual($at, $due);
            self::assertLessThanOrEqual($at + 2 * 86400 + 3600, $due);
            self::assertFalse(
                $from < $until ? $clock >= $from && $clock < $until : $clock >= $from || $clock < $until,
                "at $clock, quiet from $from to $until"
            );
        }
    }

    /** @param  list<int|null>  $times */
    #[TestWith([[79200, null, null]])]
    #[TestWith([[null, 25200, null]])]
    #[TestWith([[3600, 3600, null]])]
    #[TestWith([[-1, 3600, null]])]
    #[TestWith([[3600, 86401, null]])]
    #[TestWith([[null, null, -1]])]
    #[TestWith([[null, null, 86400]])]
    public function test_what_cannot_be_is_refused(array $times): void
    {
        $this->expectException(\DomainException::class);
        new Calm(Zone::orUtc('UTC'), ...$times);
    }

    private static function calm(?string $from, ?string $until, ?string $digest): Calm
    {
        $seconds = static fn(?string $time): ?int => $time === null ? null : (int) substr($time, 0, 2) * 3600 + (int) substr($time, 3) * 60;

        return new Calm(Zone::orUtc('Europe/Oslo'), $seconds($from), $seconds($until), $seconds($digest));
    }

    private static function instant(string $local): int
    {
        return (new \DateTimeImmutable($local, new \DateTimeZone('Europe/Oslo')))->getTimestamp();
    }

    private static function clock(int $at): int
    {
        $local = (new \DateTimeImmutable("@$at"))->setTimezone(new \DateTimeZone('Europe/Oslo'));

        return (int) $local->format('H') * 3600 + (int) $local->format('i') * 60 + (int) $local->format('s');
    }
}
