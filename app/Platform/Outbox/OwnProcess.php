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

    private const LONGEST_WHY = 150;

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
        $this->run($command, $input, static function (?string $why) use ($promise): void {
            $why === null ? $promise->resolve([]) : $promise->reject(new Failed($why));
        });

        return $promise;
    }

    /**
     * Several at once: a process costs more than most of what it does.
     *
     * @param  string  $command  of artisan, which reads all of them as a JSON object, and writes of each a line `["name", "why not, or
     *      nothing"]`
     * @param  array<int, array<string, mixed>>  $inputs
     * @return array<int, PromiseInterface> each as above; of what it did not come to before it broke, that is said
     */
    public function startMany(string $command, array $inputs): array
    {
        $promises = array_map(static fn(): Promise => new Promise, $inputs);
        $json = json_encode((object) $inputs, JSON_THROW_ON_ERROR | JSON_INVALID_UTF8_SUBSTITUTE);
        $this->run($command, $json, static function (?string $why, string $said) use ($promises): void {
            $became = [];
            foreach (explode("\n", $said) as $line) {
                $one = json_decode($line, true);
                if (is_array($one) && is_string($one[0] ?? null) && is_string($one[1] ?? null)) {
                    $became[$one[0]] = $one[1];
                }
            }
            foreach ($promises as $name => $promise) {
                $failed = $became[(string) $name] ?? $why ?? 'was not come to';
                $failed === '' ? $promise->resolve([]) : $promise->reject(new Failed(mb_substr($failed, 0, self::LONGEST_WHY)));
            }
        });

        return $promises;
    }

    /** @param  \Closure(string|null, string): void  $end  why it broke, if it did, and what it said */
    private function run(string $command, string $input, \Closure $end): void
    {
        $begin = function () use ($command, $input, $end): void {
            $this->running++;
            $seconds = config()->integer('skarvo.gateways.channel_seconds');
            $process = new Process([PHP_BINARY, base_path('artisan'), $command], base_path(), null, $input, $seconds);
            $process->start();
            $this->gateway->attend(function () use ($process, $end, $seconds): bool {
                if ($process->isRunning() && microtime(true) - $process->getStartTime() < $seconds) {
                    return false;
                }
                $this->end($process, $end, $seconds);

                return true;
            });
        };
        $this->running < self::MOST ? $begin() : $this->waiting[] = $begin;
    }

    /** @param  \Closure(string|null, string): void  $end */
    private function end(Process $process, \Closure $end, int $seconds): void
    {
        $hangs = $process->isRunning();
        $process->stop(0, SIGKILL);
        $why = trim($process->getErrorOutput());
        $end(match (true) {
            $hangs => "did not end in $seconds s",
            $process->getExitCode() === 0 => null,
            default => mb_substr($why === '' ? 'broke' : $why, 0, self::LONGEST_WHY),
        }, $process->getOutput());
        $this->running--;
        $next = array_shift($this->waiting);
        if ($next !== null) {
            $next();
        }
    }
}
