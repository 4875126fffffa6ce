<?php

declare(strict_types=1);

namespace App\Platform\Outbox;

use GuzzleHttp\Promise\Promise;
use GuzzleHttp\Promise\PromiseInterface;
use Symfony\Component\Process\Process;

/** Lets what waits for its answer, such as a mail server, be waited for in a process of its own: one that hangs holds up nobody else. */
final class OwnProcess
{
    /** Each is a whole PHP: so many at a time. */
    private const MOST = 8;

    /** @var list<\Closure(): void> those that wait for a place */
    private array $waiting = [];

    private int $running = 0;

    public function __construct(private readonly Gateway $gateway) {}

    /**
     * @param  string  $command  of artisan, which reads the input
     * @return PromiseInterface resolves with an empty array; is rejected with a Failed
     */
    public function start(string $command, string $input): PromiseInterface
    {
        $promise = new Promise;
        $begin = function () use ($command, $input, $promise): void {
            $this->running++;
            $seconds = config()->integer('skarvo.gateways.channel_seconds');
            $process = new Process([PHP_BINARY, base_path('artisan'), $command], base_path(), null, $input, $seconds);
            $process->start();
            $this->gateway->attend(function () use ($process, $promise, $seconds): bool {
                if ($process->isRunning() && microtime(true) - $process->getStartTime() < $seconds) {
                    return false;
                }
                $this->end($process, $promise, $seconds);

                return true;
            });
        };
        $this->running < self::MOST ? $begin() : $this->waiting[] = $begin;

        return $promise;
    }

    private function end(Process $process, Promise $promise, int $seconds): void
    {
        $hangs = $process->isRunning();
        $process->stop(0, SIGKILL);
        $why = trim($process->getErrorOutput());
        match (true) {
            $hangs => $promise->reject(new Failed("did not end in $seconds s")),
            $process->getExitCode() === 0 => $promise->resolve([]),
            default => $promise->reject(new Failed(mb_substr($why === '' ? 'broke' : $why, 0, 150))),
        };
        $this->running--;
        $next = array_shift($this->waiting);
        if ($next !== null) {
            $next();
        }
    }
}
