<?php

declare(strict_types=1);

namespace Tests\Faults;

use App\Platform\Keep\Backup;
use App\Platform\Keep\NotKept;
use App\Platform\Keep\Restore;
use Carbon\CarbonImmutable;
use GuzzleHttp\Promise\PromiseInterface;
use Illuminate\Http\Client\Response;
use Illuminate\Support\Carbon;
use Illuminate\Support\Facades\Artisan;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Http;
use Tests\TestCase;

/** Backups made while signals arrive, and taken back: what was acknowledged before is in them, and nothing old stays beside. */
final class BackupTest extends TestCase
{
    private string $folder = '';

    protected function setUp(): void
    {
        parent::setUp();
        CarbonImmutable::setTestNow();
        Carbon::setTestNow();
        $this->folder = sys_get_temp_dir().'/skarvo-backup-'.bin2hex(random_bytes(4));
        mkdir($this->folder);
    }

    protected function tearDown(): void
    {
        exec('rm -rf '.escapeshellarg($this->folder));
        parent::tearDown();
    }

    public function test_nothing_that_was_acknowledged_before_a_backup_is_missing_from_it(): void
    {
        $this->token();
        $town = new Town($this->folder);
        try {
            $town->insist('/api/v1/signals', [$this->one('first')], ['Authorization' => 'Bearer plain-probe']);
            $database = DB::getDatabaseName();
            $backup = proc_open(
                [PHP_BINARY, 'artisan', 'skarvo:backup', "$this->folder/one.tar"], [1 => ['pipe', 'w'], 2 => ['pipe', 'w']],
                $pipes, base_path(),
            );
            self::assertIsResource($backup);
            $acknowledged = ['first'];
            $all = 0;
            do {
                $ids = array_map(static fn(int $n): string => "s$all-$n", range(1, 8));
                /** @var array<string, PromiseInterface> $sent */
                $sent = [];
                foreach ($ids as $id) {
                    $sent[$id] = Http::async()->withToken('plain-probe')->post($town->url('/api/v1/signals'), [$this->one($id)]);
                }
                foreach ($sent as $id => $promise) {
                    $answer = $promise->wait();
                    self::assertInstanceOf(Response::class, $answer);
                    self::assertSame(202, $answer->status());
                    $all++;
                }
                $status = proc_get_status($backup);
            } while ($status['running']);
            self::assertSame(0, $status['exitcode'], stream_get_contents($pipes[1]).stream_get_contents($pipes[2]));
            self::assertGreaterThan(0, $all, 'Signals arrived meanwhile.');

            // What was acknowledged before a second one begins is all in that.
            $before = DB::table('signals')->where('source', 'probe')->count();
            (new Backup)->make("$this->folder/two.tar");
            $town->insist('/api/v1/signals', [$this->one('after')], ['Authorization' => 'Bearer plain-probe']);
            try {
                (new Restore)("$this->folder/two.tar");
                self::fail('It was taken back while Skarvo runs.');
            } catch (NotKept $e) {
                self::assertStringContainsString('Skarvo runs', $e->getMessage());
            }
        } finally {
            $town->end();
        }
        DB::table('leases')->delete();
        // Somebody still has the log of the old database open: it must not be taken for that of the new one.
        self::assertFileExists("$database-wal");
        $done = (new Restore)("$this->folder/two.tar");
        self::assertTrue($done['key']);
        self::assertSame(0, DB::table('leases')->count(), 'Who worked when it was made holds nothing now.');
        self::assertSame(0, DB::table('outbox')->whereNull('sent_at')->whereNotNull('claimed_by')->count());
        self::assertSame($before, DB::table('signals')->where('source', 'probe')->count());
        self::assertSame(0, DB::table('signals')->where('external_id', 'after')->count());
        self::assertSame('ok', DB::selectOne('pragma integrity_check')->integrity_check ?? null);
        self::assertNotNull($done['aside']);
        self::assertFileExists("$done[aside]/".basename((string) $database));
        $old = new \PDO("sqlite:$done[aside]/".basename((string) $database));
        $rows = $old->query("select count(*) from signals where source = 'probe'");
        self::assertSame($before + 1, $rows === false ? null : (int) $rows->fetchColumn());
        exec('rm -rf '.escapeshellarg($done['aside']));

        DB::table('leases')->delete();
        $first = (new Restore)("$this->folder/one.tar");
        foreach ($acknowledged as $id) {
            self::assertSame(1, DB::table('signals')->where('external_id', $id)->count());
        }
        exec('rm -rf '.escapeshellarg((string) $first['aside']));
    }

    public function test_a_damaged_backup_and_one_that_is_none_change_nothing(): void
    {
        $file = "$this->folder/whole.tar";
        (new Backup)->make($file);
        self::assertSame('0600', substr(sprintf('%o', fileperms($file)), -4), 'It holds the key.');
        self::assertSame([], glob("$this->folder/*.part*") ?: []);
        $count = DB::table('items')->count();
        $text = (string) file_get_contents($file);
        foreach ([
            'cut' => substr($text, 0, intdiv(strlen($text), 2)), 'changed' => substr_replace($text, 'X', 600_000, 1),
            'none' => 'hello', 'empty' => '',
        ] as $name => $bytes) {
            file_put_contents("$this->folder/$name.tar", $bytes);
            try {
                (new Restore)("$this->folder/$name.tar");
                self::fail("$name was taken.");
            } catch (NotKept) {
                self::assertSame($count, DB::table('items')->count());
            }
        }
        try {
            (new Backup)->make($file);
            self::fail('A backup was written over.');
        } catch (NotKept $e) {
            self::assertStringContainsString('is there already', $e->getMessage());
        }
        self::assertSame(1, Artisan::call('skarvo:backup', ['file' => "$this->folder/no/such.tar"]));
        self::assertSame(1, Artisan::call('skarvo:restore', ['file' => "$this->folder/none.tar"]));
        self::assertStringContainsString('Nothing was changed.', Artisan::output());
    }

    /** @return array<string, string> */
    private function one(string $id): array
    {
        return ['id' => $id, 'source' => 'probe', 'item' => 'clk-2', 'check' => "state-$id", 'condition' => 'firing', 'level' => 'error'];
    }
}
