<?php

declare(strict_types=1);

namespace Tests\Bench;

use Illuminate\Contracts\Console\Kernel;
use Illuminate\Support\Facades\Artisan;

/** An application with the demo's data in a database of its own, and what benchmarks print. */
final class Bench
{
    /** @return string the folder that holds the database; it goes when the process ends */
    public static function boot(): string
    {
        $folder = sys_get_temp_dir().'/skarvo-bench-'.getmypid();
        mkdir($folder);
        touch("$folder/skarvo.sqlite");
        foreach ([
            'DB_DATABASE' => "$folder/skarvo.sqlite", 'APP_ENV' => 'bench', 'APP_DEBUG' => 'false',
            'APP_KEY' => 'base64:c2thcnZvLXRlc3RzLXNrYXJ2by10ZXN0cy1za2Fydm8=', 'QUEUE_CONNECTION' => 'database',
            'SESSION_DRIVER' => 'file', 'CACHE_STORE' => 'file', 'SKARVO_DEMO_PASSWORD' => 'eiderholm', 'BCRYPT_ROUNDS' => '4',
        ] as $name => $value) {
            putenv("$name=$value");
            $_ENV[$name] = $_SERVER[$name] = $value;
        }
        $root = dirname(__DIR__, 3);
        require_once "$root/vendor/autoload.php";
        (require "$root/bootstrap/app.php")->make(Kernel::class)->bootstrap();
        Artisan::call('migrate', ['--force' => true]);
        Artisan::call('db:seed', ['--class' => \Database\Seeders\EiderholmBareSeeder::class, '--force' => true]);
        register_shutdown_function(static fn() => exec('rm -rf '.escapeshellarg($folder)));

        return $folder;
    }

    public static function token(): string
    {
        Artisan::call('skarvo:token', ['name' => 'bench', '--ability' => ['signals:write']]);

        return trim(Artisan::output());
    }

    /** @param  non-empty-list<float>  $list */
    public static function at(array $list, float $share): float
    {
        sort($list);

        return $list[(int) min(count($list) - 1, floor(count($list) * $share))];
    }
}
