<?php

declare(strict_types=1);

namespace App\Platform;

use Illuminate\Console\Command;
use Symfony\Component\Process\Process;

/** Runs the web server, the clock, the worker and, for the demo, the stand-ins; starts again what dies, ends all of it together. */
final class RunEverything extends Command
{
    private const LOOK_MICROSECONDS = 100_000;

    private const BEGINS_SECONDS = 2;

    protected $signature = 'skarvo:run
        {--host=127.0.0.1} {--port=8080}
        {--web=4 : processes that answer requests}
        {--workers=1 : processes that store imports}
        {--stand-ins= : port of the stand-ins; none if left out}
        {--no-scene : the stand-ins play no scene by themselves}';

    protected $description = 'Run all of Skarvo under one command, until Ctrl-C';

    private bool $stopping = false;

    /** @var array<string, Process> */
    private array $processes = [];

    /** @var array<int, int> process group, by the object that stands for its first process */
    private array $groups = [];

    public function handle(): int
    {
        foreach (array_filter([$this->option('port'), $this->option('stand-ins')], is_string(...)) as $port) {
            if (! $this->isFree((string) $this->option('host'), (int) $port)) {
                $this->error("Port $port is taken by another program. Stop that one, or use another port (bin/demo --port 9000).");

                return self::FAILURE;
            }
        }
        $this->trap([SIGTERM, SIGINT, SIGHUP], function (): void {
            $this->stopping = true;
        });
        $commands = $this->commands();
        while (! $this->stopping) {
            foreach ($commands as $name => $start) {
                $process = $this->processes[$name] ?? null;
                if ($process === null || ! $process->isRunning() || ($name === 'web' && $this->lacksWorkers($process))) {
                    if ($process !== null) {
                        $this->warn("$name ended; starting it again.");
                        $this->end($process, SIGKILL);
                    }
                    $this->processes[$name] = $start();
                }
                $this->processes[$name]->clearOutput()->clearErrorOutput();
            }
            usleep(self::LOOK_MICROSECONDS);
        }
        foreach ($this->processes as $process) {
            $this->end($process, SIGTERM);
        }
        foreach ($this->processes as $process) {
            $process->stop(5, SIGKILL);
            $this->end($process, SIGKILL);
        }

        return self::SUCCESS;
    }

    /** PHP's own web server does not replace a worker that was killed: one by one it would answer less, and then nothing. */
    private function lacksWorkers(Process $web): bool
    {
        $pid = $web->getPid();
        $children = $pid === null ? false : @file_get_contents("/proc/$pid/task/$pid/children");
        // Just begun, it has none yet.
        if (! is_string($children) || microtime(true) - $web->getStartTime() < self::BEGINS_SECONDS) {
            return false;
        }

        // One that was killed stays listed until somebody asks after it, which its master does not.
        $alive = array_filter(
            explode(' ', trim($children)),
            static fn(string $child): bool => preg_match('/\) Z /', (string) @file_get_contents("/proc/$child/stat")) !== 1,
        );

        return count($alive) < (int) $this->option('web');
    }

    /** @return array<string, \Closure(): Process> */
    private function commands(): array
    {
        $php = [PHP_BINARY, '-d', 'opcache.enable_cli=1', '-d', 'memory_limit=512M'];
        $host = (string) $this->option('host');
        $port = (string) $this->option('port');
        $artisan = fn(string ...$arguments): \Closure => fn(): Process => $this->start(
            [...$php, base_path('artisan'), ...array_values($arguments)], base_path(),
        );
        $commands = [
            'web' => fn(): Process => $this->start(
                [
                    ...$php, '-d', 'post_max_size=65M', '-d', 'upload_max_filesize=64M', '-S', "$host:$port",
                    base_path('bootstrap/serve.php'),
                ],
                public_path(), ['PHP_CLI_SERVER_WORKERS' => (string) $this->option('web')],
            ),
            'clock' => $artisan('skarvo:clock'),
            'sender' => $artisan('skarvo:sender'),
        ];
        for ($i = 1; $i <= (int) $this->option('workers'); $i++) {
            $commands["worker $i"] = $artisan('queue:work', '--sleep=0.1', '--tries=0', '--quiet');
        }
        $standIns = $this->option('stand-ins');
        if (is_string($standIns)) {
            $commands['stand-ins'] = fn(): Process => $this->start(['node', base_path('stand-ins/server.mjs')], base_path(), [
                'STAND_INS_PORT' => $standIns,
                'STAND_INS_SCENE' => $this->option('no-scene') ? '' : 'time-server',
                'SKARVO_URL' => "http://$host:$port",
            ]);
        }

        return $commands;
    }

    /**
     * @param  list<string>  $command
     * @param  array<string, string>  $environment
     */
    private function start(array $command, string $folder, array $environment = []): Process
    {
        // A group of its own: the web server's workers outlive their master, and would keep its port.
        $process = new Process(['setsid', ...$command], $folder, $environment, null, null);
        $process->start(function (string $type, string $text): void {
            if (preg_match('/(Fatal|Warning|Exception|Error)\b/', $text) === 1) {
                $this->output->write($text);
            }
        });

        $pid = $process->getPid();
        if ($pid !== null) {
            $this->groups[spl_object_id($process)] = $pid;
        }

        return $process;
    }

    /** Signals a process with all that it started, also where it is gone itself. */
    private function end(Process $process, int $signal): void
    {
        $group = $this->groups[spl_object_id($process)] ?? null;
        if ($group !== null) {
            @posix_kill(-$group, $signal);
        }
    }

    private function isFree(string $host, int $port): bool
    {
        $socket = @stream_socket_server("tcp://$host:$port");
        if ($socket === false) {
            return false;
        }
        fclose($socket);

        return true;
    }
}
