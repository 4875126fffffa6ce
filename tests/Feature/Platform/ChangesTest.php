<?php

declare(strict_types=1);

namespace Tests\Feature\Platform;

use App\Platform\Database\Changes;
use Illuminate\Support\Facades\DB;
use Tests\TestCase;

/** Whoever rests goes on when others write. */
final class ChangesTest extends TestCase
{
    private const MINUTE = 60_000_000;

    private \PDO $other;

    private string $file;

    protected function setUp(): void
    {
        parent::setUp();
        $this->file = (string) tempnam(sys_get_temp_dir(), 'skarvo-changes');
        config()->set('database.connections.aside', [...config()->array('database.connections.sqlite'), 'database' => $this->file]);
        config()->set('database.default', 'aside');
        $this->other = new \PDO("sqlite:$this->file");
        $this->other->exec('create table notes (words text)');
    }

    protected function tearDown(): void
    {
        DB::purge('aside');
        foreach ((array) glob("$this->file*") as $file) {
            unlink((string) $file);
        }
        parent::tearDown();
    }

    public function test_what_others_write_is_told_from_what_oneself_does(): void
    {
        $mark = Changes::mark();
        DB::table('notes')->insert(['words' => 'mine']);
        self::assertSame($mark, Changes::mark());
        $this->other->exec("insert into notes values ('theirs')");
        self::assertNotSame($mark, Changes::mark());
    }

    public function test_a_rest_ends_when_others_wrote_since(): void
    {
        $mark = Changes::mark();
        $this->other->exec("insert into notes values ('theirs')");
        pcntl_async_signals(true);
        pcntl_signal(SIGALRM, static fn() => self::fail('It goes on resting.'));
        pcntl_alarm(20);
        Changes::await(self::MINUTE, $mark);
        pcntl_alarm(0);
        self::assertNotSame($mark, Changes::mark());
    }

    public function test_a_database_that_does_not_tell_is_waited_for_as_long_as_asked(): void
    {
        config()->set('database.connections.elsewhere', ['driver' => 'pgsql', 'database' => 'none']);
        config()->set('database.default', 'elsewhere');
        self::assertNull(Changes::mark());
        $begun = hrtime(true);
        Changes::await(2000, null);
        self::assertGreaterThanOrEqual(2_000_000, hrtime(true) - $begun);
    }
}
