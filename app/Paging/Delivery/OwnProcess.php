<?php

declare(strict_types=1);

namespace App\Paging\Delivery;

use App\Platform\Outbox\Failed;
use App\Platform\Outbox\Gateway;
use GuzzleHttp\Promise\Promise;
use GuzzleHttp\Promise\PromiseInterface;
use Symfony\Component\Process\Process;

/** Lets a notification channel that waits for its answer wait in a process of its own: one that hangs holds up nobody else. */
final class OwnProcess
{
    /** Each is a whole PHP: so many at a time. */
    private const MOST = 8;

    /** @var list<\Closure(): void> those that wait for a place */
    private array $waiting = [];

    private int $running = 0;

    public function __construct(private readonly Gateway $gateway) {}

    /** @return PromiseInterface resolves with an empty array; is rejected with a Failed */
    public function start(PageNotification $page): PromiseInterface
    {
        $promise = new Promise;
        $begin = function () use ($page, $promise): void {
            $this->running++;
            $seconds = config()->integer('skarvo.gateways.channel_seconds');
            $process = new Process([PHP_BINARY, base_path('artisan'), 'skarvo:notify'], base_path(), null, $page->toJson(), $seconds);
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
