<?php

declare(strict_types=1);

namespace Tests\Feature\Desk;

use App\Desk\ClockParts;
use App\Desk\OwnTrouble;
use App\Platform\Contracts\CanWait;
use App\Platform\Contracts\ClockPart;
use App\Platform\Journal\Entry;
use Illuminate\Database\QueryException;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Exceptions;
use Tests\TestCase;

/** A part of the clock that breaks stops nothing else, and is told. */
final class ClockPartsTest extends TestCase
{
    /** @var array<string, int> */
    private array $done = ['handling' => 0, 'calls' => 0];

    private int $works = 1;

    private int $known = 0;

    private ?\Throwable $breaks = null;

    protected function setUp(): void
    {
        parent::setUp();
        Exceptions::fake();
    }

    private function parts(): ClockParts
    {
        return new ClockParts([
            'handling' => function (): int {
                $this->done['handling']++;

                return $this->breaks === null ? 1 : throw $this->breaks;
            },
            'calls' => fn(): int => ++$this->done['calls'] > 0 ? 1 : 0,
        ]);
    }

    /** @return list<string> */
    private static function broken(): array
    {
        return array_values(array_map(
            static fn(array $one): string => $one['what'].' '.$one['does'],
            array_filter(OwnTrouble::now(), static fn(array $one): bool => $one['kind'] === 'broken'),
        ));
    }

    public function test_the_others_go_on_and_the_broken_one_is_tried_again_after_a_while(): void
    {
        $parts = $this->parts();
        $mayWork = static fn(): bool => true;
        self::assertSame(2, $parts->run($mayWork, 100.0));
        self::assertSame([], self::broken());

        $this->breaks = new \LogicException("An alert has its team.\nmore");
        foreach ([100.1, 100.2, 104.9] as $now) {
            self::assertSame(1, $parts->run($mayWork, $now));
        }
        self::assertSame(['handling' => 2, 'calls' => 4], $this->done);
        self::assertSame(
            [
                'Alerts do not page by themselves. It breaks, and is tried again every few seconds; the log of the clock says where: An alert has its team.',
            ],
            self::broken(),
        );
        $parts->run($mayWork, 105.2);
        self::assertSame(3, $this->done['handling']);

        $this->breaks = null;
        self::assertSame(2, $parts->run($mayWork, 111.0));
        self::assertSame([], self::broken());
        self::assertSame(
            ['clock.fails', 'clock.works'], Entry::query()->where('subject_kind', 'clock')->orderBy('seq')->pluck('kind')->all(),
        );
        Exceptions::assertReportedCount(2);
    }

    public function test_a_database_that_is_busy_for_a_moment_is_no_fault(): void
    {
        $parts = $this->parts();
        $this->breaks = new QueryException('sqlite', 'select 1', [], new \PDOException('database is locked'));
        for ($n = 0; $n < 4; $n++) {
            $parts->run(static fn(): bool => true, $n / 10);
        }
        self::assertSame(['handling' => 4, 'calls' => 4], $this->done);
        self::assertSame([], self::broken());
        $parts->run(static fn(): bool => true, 0.5);
        self::assertCount(1, self::broken());
    }

    public function test_a_clock_that_starts_takes_back_what_the_one_before_it_told(): void
    {
        $this->breaks = new \LogicException('broken');
        $this->parts()->run(static fn(): bool => true, 1.0);
        self::assertCount(1, self::broken());

        $this->breaks = null;
        $this->parts()->run(static fn(): bool => true, 1.0);
        self::assertSame([], self::broken());
        self::assertSame(0, DB::table('clock_faults')->count());
    }

    public function test_what_can_wait_comes_seldom_while_others_work_and_four_times_a_second_when_they_do_not(): void
    {
        $parts = new ClockParts(['calls' => fn(): int => $this->works, 'known' => fn(): int => ++$this->known], ['known' => 2.0]);
        $after = function (float $now) use ($parts): int {
            $parts->run(static fn(): bool => true, $now);

            return $this->known;
        };
        self::assertSame([1, 1, 1, 2, 2], array_map($after, [100.0, 100.3, 101.9, 102.0, 102.5]));
        // Whoever worked a moment ago may have more.
        $this->works = 0;
        self::assertSame([2, 3, 3, 4], array_map($after, [102.6, 102.7, 102.9, 102.95]));
    }

    public function test_those_that_can_wait_do_not_wait_for_each_other(): void
    {
        $parts = new ClockParts(
            ['known' => fn(): int => ++$this->known, 'groups' => static fn(): int => 1], ['known' => 2.0, 'groups' => 2.0],
        );
        foreach ([100.0, 100.3, 100.6] as $now) {
            $parts->run(static fn(): bool => true, $now);
        }
        self::assertSame(3, $this->known);
    }

    public function test_what_can_wait_waits_for_those_that_come_after_it_too(): void
    {
        $parts = new ClockParts(['known' => fn(): int => ++$this->known, 'calls' => fn(): int => $this->works], ['known' => 2.0]);
        foreach ([100.0, 100.3, 100.6] as $now) {
            $parts->run(static fn(): bool => true, $now);
        }
        self::assertSame(1, $this->known);
    }

    public function test_it_is_told_by_its_kind_which_part_can_wait(): void
    {
        $parts = ClockParts::of([
            new class ($this->done) implements ClockPart
            {
                /** @param  array<string, int>  $done */
                public function __construct(private array &$done) {}

                public function name(): string
                {
                    return 'calls';
                }

                public function whileBroken(): string
                {
                    return '';
                }

                public function __invoke(\Closure $mayWork): int
                {
                    return ++$this->done['calls'];
                }
            },
            new class ($this->done) implements CanWait
            {
                /** @param  array<string, int>  $done */
                public function __construct(private array &$done) {}

                public function waitsSeconds(): float
                {
                    return 1.0;
                }

                public function name(): string
                {
                    return 'handling';
                }

                public function whileBroken(): string
                {
                    return '';
                }

                public function __invoke(\Closure $mayWork): int
                {
                    return ++$this->done['handling'];
                }
            },
        ]);
        foreach ([100.0, 100.5, 101.0] as $now) {
            $parts->run(static fn(): bool => true, $now);
        }
        self::assertSame(['handling' => 2, 'calls' => 3], $this->done);
    }
}
