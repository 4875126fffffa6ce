<?php

declare(strict_types=1);

namespace Tests\Faults;

use GuzzleHttp\Cookie\CookieJar;
use Illuminate\Http\Client\ConnectionException;
use Illuminate\Http\Client\Response;
use Illuminate\Support\Facades\Http;

/** All of Skarvo as real processes on this machine, any of which can be killed and started again. */
final class Town
{
    /** @var array<string, resource> */
    private array $processes = [];

    private readonly int $port;

    public readonly CookieJar $cookies;

    /**
     * @param  int  $slowness  microseconds by which devices take up to longer to take a message, and again to answer
     * @param  list<string>  $names  of the processes that run from the start, besides the devices
     */
    public function __construct(
        private readonly string $folder, private readonly int $slowness = 0, array $names = ['web', 'clock', 'sender'],
    ) {
        $this->port = random_int(20_000, 28_000);
        $this->cookies = new CookieJar;
        $this->start('devices');
        foreach ($names as $name) {
            $this->start($name);
        }
    }

    public function url(string $path): string
    {
        return "http://127.0.0.1:$this->port$path";
    }

    public function devices(): string
    {
        return 'http://127.0.0.1:'.($this->port + 1);
    }

    public function start(string $name): void
    {
        $php = [PHP_BINARY, '-d', 'opcache.enable_cli=1'];
        $root = dirname(__DIR__, 2);
        [$command, $cwd] = match ($name) {
            'web' => [
                [...$php, '-S', "127.0.0.1:$this->port", "$root/bootstrap/serve.php"],
                "$root/public",
            ],
            'clock', 'second clock' => [[...$php, 'artisan', 'skarvo:clock'], $root],
            'sender', 'second sender' => [[...$php, 'artisan', 'skarvo:sender'], $root],
            'devices' => [['node', __DIR__.'/devices.mjs', (string) ($this->port + 1)], $this->folder],
            default => throw new \LogicException("There is no process $name."),
        };
        $process = proc_open(
            $command,
            [['file', '/dev/null', 'r'], ['file', "$this->folder/$name.log", 'a'], ['file', "$this->folder/$name.log", 'a']],
            $pipes, $cwd, $this->environment(),
        );
        $this->processes[$name] = $process ?: throw new \RuntimeException("$name does not start.");
    }

    /** The number of a process that runs. */
    public function process(string $name): int
    {
        return proc_get_status($this->processes[$name])['pid'];
    }

    /** kill -9, at once, and a new start. */
    public function kill(string $name): void
    {
        proc_terminate($this->processes[$name], SIGKILL);
        proc_close($this->processes[$name]);
        $this->start($name);
    }

    public function end(): void
    {
        foreach ($this->processes as $process) {
            proc_terminate($process, SIGKILL);
            proc_close($process);
        }
    }

    /**
     * Asks until there is an answer, as a monitor and a browser do: a server that is being killed gives none.
     *
     * @param  array<mixed>  $body
     * @param  array<string, string>  $headers
     */
    public function insist(string $path, array $body, array $headers = []): Response
    {
        for ($try = 0; $try < 400; $try++) {
            try {
                $token = $this->cookies->getCookieByName('XSRF-TOKEN')?->getValue();
                $answer = Http::timeout(10)->withOptions(['cookies' => $this->cookies, 'allow_redirects' => false])
                    ->withHeaders([
                        ...$headers, 'Accept' => 'application/json',
                        ...($token === null ? [] : ['X-XSRF-TOKEN' => urldecode($token)]),
                    ])
                    ->post($this->url($path), $body);
                if ($answer->status() < 500) {
                    return $answer;
                }
            } catch (ConnectionException) {
            }
            usleep(25_000);
        }
        throw new \RuntimeException("$path never answered: ".@file_get_contents("$this->folder/web.log"));
    }

    public function signIn(string $email): void
    {
        for ($try = 0; $try < 100; $try++) {
            try {
                Http::withOptions(['cookies' => $this->cookies])->get($this->url('/sign-in'));
                break;
            } catch (ConnectionException) {
                usleep(50_000);
            }
        }
        $this->insist('/sign-in', ['email' => $email, 'password' => 'eiderholm']);
    }

    /** @return list<array{at: float, key: string, body: array<string, mixed>}> what arrived at the devices */
    public function arrived(): array
    {
        $arrived = [];
        foreach (@file("$this->folder/devices", FILE_IGNORE_NEW_LINES) ?: [] as $line) {
            /** @var array{at: float, key: string, body: array<string, mixed>} $message */
            $message = json_decode($line, true, 512, JSON_THROW_ON_ERROR);
            $arrived[] = $message;
        }

        return $arrived;
    }

    /** @return array<string, string> */
    private function environment(): array
    {
        return [
            ...array_filter(getenv(), is_string(...)),
            'APP_ENV' => 'faults', 'SESSION_DRIVER' => 'file', 'CACHE_STORE' => 'file', 'APP_URL' => "http://127.0.0.1:$this->port",
            'LOG_CHANNEL' => 'stderr', 'DEVICES_LOG' => "$this->folder/devices", 'DEVICES_SLOW_MICROSECONDS' => (string) $this->slowness,
            'SKARVO_PAGE_GATEWAY' => 'http://127.0.0.1:'.($this->port + 1), 'SKARVO_MAIL_GATEWAY' => 'http://127.0.0.1:'.($this->port + 1),
            'SKARVO_TEXT_GATEWAY' => 'http://127.0.0.1:'.($this->port + 1), 'SKARVO_CHAT_GATEWAY' => 'http://127.0.0.1:'.($this->port + 1),
            'SKARVO_PUBLIC_PAGE_FOLDER' => "$this->folder/status-page",
        ];
    }
}
