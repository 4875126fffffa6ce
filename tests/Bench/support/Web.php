<?php

declare(strict_types=1);

namespace Tests\Bench;

/** nginx and php-fpm in front of the application, set up as docs/running.md says, on a port of their own. */
final class Web
{
    private const CHILDREN = 4;

    /** @var list<resource> */
    private array $processes = [];

    public readonly int $port;

    public function __construct(private readonly string $folder)
    {
        $missing = array_filter(
            ['nginx', 'php-fpm8.2'],
            static fn(string $program): bool => trim((string) shell_exec("command -v $program; command -v /usr/sbin/$program")) === '',
        );
        if ($missing !== []) {
            passthru((posix_getuid() === 0 ? '' : 'sudo ').'apt-get install -y --no-install-recommends nginx php8.2-fpm >&2', $status);
            if ($status !== 0) {
                fwrite(STDERR, "Install nginx and php8.2-fpm first.\n");
                exit(1);
            }
        }
        $this->port = random_int(20_000, 28_000);
        $root = dirname(__DIR__, 3);
        $user = posix_getuid() === 0 ? "user = root\ngroup = root\n" : '';
        file_put_contents(
            "$folder/fpm.conf",
            "[global]\npid = $folder/fpm.pid\nerror_log = $folder/fpm.log\ndaemonize = no\n[www]\n{$user}listen = $folder/fpm.sock\nlisten.mode = 0666\npm = static\npm.max_children = "
                .self::CHILDREN
                ."\nclear_env = no\nphp_admin_value[opcache.enable] = 1\nphp_admin_value[opcache.validate_timestamps] = 0\nphp_admin_value[memory_limit] = 512M\n",
        );
        $location = "include /etc/nginx/fastcgi_params; fastcgi_pass unix:$folder/fpm.sock; fastcgi_param SCRIPT_FILENAME";
        file_put_contents(
            "$folder/nginx.conf",
            "worker_processes 1;\npid $folder/nginx.pid;\nerror_log $folder/nginx.log;\nevents { worker_connections 512; }\nhttp {\n  include /etc/nginx/mime.types; access_log off; client_max_body_size 16m; client_body_buffer_size 1m; client_body_temp_path $folder/body; fastcgi_temp_path $folder/fcgi; proxy_temp_path $folder/proxy; uwsgi_temp_path $folder/uwsgi; scgi_temp_path $folder/scgi;\n  server { listen 127.0.0.1:$this->port; root $root/public;\n    location /build/assets/ { expires 1y; add_header Cache-Control \"public, immutable\"; }\n    location = /mark.svg { }\n    location = /live.php { $location $root/public/live.php; }\n    location / { $location $root/public/index.php; }\n    location = /bare { $location $root/tests/Bench/support/bare.php; }\n  }\n}\n",
        );
        putenv("APP_URL=http://127.0.0.1:$this->port");
        foreach (['CONFIG' => 'config', 'ROUTES' => 'route'] as $name => $what) {
            putenv("APP_{$name}_CACHE=$folder/$what.php");
        }
        foreach (['config', 'route'] as $what) {
            proc_close($this->start([PHP_BINARY, "$root/artisan", "$what:cache"]));
        }
        $this->processes[] = $this->start([
            '/usr/sbin/php-fpm8.2', '-F', ...(posix_getuid() === 0 ? ['-R'] : []), '-y', "$folder/fpm.conf",
        ]);
        $this->processes[] = $this->start(['/usr/sbin/nginx', '-c', "$folder/nginx.conf", '-g', 'daemon off;']);
        for ($n = 0; $n < 200 && (! file_exists("$folder/fpm.sock") || @fsockopen('127.0.0.1', $this->port) === false); $n++) {
            usleep(20_000);
        }
    }

    /**
     * Posts bodies over so many connections at once, and waits for all answers.
     *
     * @param  iterable<string>  $bodies
     * @param  list<string>  $headers
     * @return array{seconds: float, statuses: array<int, int>, times: list<float>} answers by status; times in milliseconds
     */
    public function post(string $path, iterable $bodies, array $headers, int $connections): array
    {
        $bodies = (static fn(): \Generator => yield from $bodies)();
        $multi = curl_multi_init();
        curl_multi_setopt($multi, CURLMOPT_MAX_TOTAL_CONNECTIONS, $connections);
        $statuses = $times = [];
        $add = function () use ($multi, $bodies, $path, $headers): void {
            if (! $bodies->valid()) {
                return;
            }
            $handle = curl_init("http://127.0.0.1:$this->port$path");
            curl_setopt_array(
                $handle,
                [
                    CURLOPT_POST => true, CURLOPT_POSTFIELDS => $bodies->current(),
                    CURLOPT_HTTPHEADER => [...$headers, 'Content-Type: application/json', 'Expect:'],
                    CURLOPT_RETURNTRANSFER => true,
                ],
            );
            curl_multi_add_handle($multi, $handle);
            $bodies->next();
        };
        $start = microtime(true);
        for ($n = 0; $n < $connections; $n++) {
            $add();
        }
        do {
            curl_multi_exec($multi, $running);
            while (($done = curl_multi_info_read($multi)) !== false) {
                $status = (int) curl_getinfo($done['handle'], CURLINFO_RESPONSE_CODE);
                $statuses[$status] = ($statuses[$status] ?? 0) + 1;
                $times[] = 1000 * (float) curl_getinfo($done['handle'], CURLINFO_TOTAL_TIME);
                curl_multi_remove_handle($multi, $done['handle']);
                $add();
                $running = 1;
            }
            if ($running > 0) {
                curl_multi_select($multi, 0.05);
            }
        } while ($running > 0);

        return ['seconds' => microtime(true) - $start, 'statuses' => $statuses, 'times' => $times];
    }

    public function end(): void
    {
        foreach (array_reverse($this->processes) as $process) {
            proc_terminate($process, SIGTERM);
            proc_close($process);
        }
    }

    /**
     * @param  list<string>  $command
     * @return resource
     */
    private function start(array $command)
    {
        return proc_open(
            $command,
            [['file', '/dev/null', 'r'], ['file', "$this->folder/web.log", 'a'], ['file', "$this->folder/web.log", 'a']], $pipes,
            null, getenv(),
        ) ?: throw new \RuntimeException("$command[0] does not start.");
    }
}
