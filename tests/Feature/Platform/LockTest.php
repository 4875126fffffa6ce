<?php

declare(strict_types=1);

namespace Tests\Feature\Platform;

use App\Platform\Database\ImmediatePdo;
use PHPUnit\Framework\TestCase;
use Symfony\Component\Process\Process;

/** Processes that write take turns, and say so if one never lets go. */
final class LockTest extends TestCase
{
    private string $file;

    protected function setUp(): void
    {
        $this->file = (string) tempnam(sys_get_temp_dir(), 'skarvo-lock');
        $this->pdo()->exec('pragma journal_mode = wal; create table told (who text)');
    }

    protected function tearDown(): void
    {
        foreach (glob("$this->file*") ?: [] as $file) {
            unlink($file);
        }
    }

    private function pdo(int $patience = 10): ImmediatePdo
    {
        $pdo = new ImmediatePdo("sqlite:$this->file");
        $pdo->waitsFor($patience);

        return $pdo;
    }

    public function test_whoever_never_lets_go_is_told_to_the_other_and_nothing_is_half_begun(): void
    {
        $holder = $this->pdo();
        $holder->beginTransaction();
        $other = $this->pdo(patience: 0);
        try {
            $other->beginTransaction();
            self::fail('Two hold the lock.');
        } catch (\PDOException $e) {
            self::assertStringContainsString('locked', $e->getMessage());
        }
        self::assertFalse($other->inTransaction());
        $holder->commit();

        self::assertTrue($other->beginTransaction());
        $other->rollBack();
    }

    public function test_what_is_wrong_besides_the_lock_is_not_waited_for(): void
    {
        $pdo = $this->pdo();
        $pdo->beginTransaction();
        $this->expectExceptionMessage('within a transaction');
        $pdo->exec('begin immediate');
    }

    /** One writes long transactions with a breath in between, as a busy clock does: another still gets its turns. */
    public function test_a_process_that_lets_the_others_in_for_a_moment_does_not_keep_them_out(): void
    {
        $busy = new Process([
            PHP_BINARY, '-r',
            '$p = new PDO($argv[1]); $p->exec("pragma busy_timeout = 10000"); echo "on"; for ($n = 0; $n < 400; $n++) { $p->exec("begin immediate"); $p->exec("insert into told values (\'busy\')"); usleep(20000); $p->exec("commit"); usleep(4000); }',
            "sqlite:$this->file",
        ]);
        $busy->start();
        $busy->waitUntil(static fn(string $type, string $text): bool => $text === 'on');
        $pdo = $this->pdo();
        for ($n = 0; $n < 10; $n++) {
            $pdo->beginTransaction();
            $pdo->exec("insert into told values ('other')");
            $pdo->commit();
            // Each turn is waited for anew, from the middle of one of the other's.
            for ($seen = count(self::told($pdo)); count(self::told($pdo)) === $seen && $busy->isRunning();) {
                usleep(500);
            }
            usleep(10_000);
        }
        $told = self::told($pdo);
        $busy->stop(0);

        self::assertSame('', $busy->getErrorOutput());
        self::assertCount(10, array_keys($told, 'other', true));
        // By turns: between each of its ten the busy one had a few of its own, not a second's worth.
        self::assertLessThan(160, count($told));
    }

    /** @return list<mixed> */
    private static function told(\PDO $pdo): array
    {
        $rows = $pdo->query('select who from told order by rowid');

        return $rows === false ? [] : array_values($rows->fetchAll(\PDO::FETCH_COLUMN));
    }
}
