<?php

declare(strict_types=1);

namespace App\Platform;

use App\Paging\Delivery\OwnProcess;
use App\Platform\Database\ImmediateSQLiteConnector;
use App\Platform\Database\PreciseSQLiteConnection;
use App\Platform\Outbox\Gateway;
use Carbon\CarbonImmutable;
use Illuminate\Auth\EloquentUserProvider;
use Illuminate\Cache\RateLimiting\Limit;
use Illuminate\Contracts\Foundation\Application;
use Illuminate\Contracts\Hashing\Hasher;
use Illuminate\Database\Connection;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Http\Request;
use Illuminate\Support\Carbon;
use Illuminate\Support\Facades\Auth;
use Illuminate\Support\Facades\Date;
use Illuminate\Support\Facades\RateLimiter;
use Illuminate\Support\ServiceProvider;

final class PlatformServiceProvider extends ServiceProvider
{
    public function register(): void
    {
        Connection::resolverFor('sqlite', static fn(\PDO|\Closure $pdo, string $database, string $prefix, array $config): Connection => new PreciseSQLiteConnection($pdo, $database, $prefix, $config));
        $this->app->bind('db.connector.sqlite', ImmediateSQLiteConnector::class);
        $this->app->singleton(Gateway::class);
        $this->app->singleton(OwnProcess::class);
        Date::use(CarbonImmutable::class);
    }

    public function boot(): void
    {
        Model::shouldBeStrict(! $this->app->isProduction());
        // Whoever has left is signed out everywhere, at once.
        Auth::provider('people', static fn(Application $app, array $config): EloquentUserProvider => (new EloquentUserProvider($app->make(Hasher::class), $config['model']))->withQuery(static fn(Builder $query) => $query->whereNull('left_at')));
        RateLimiter::for('reports', static fn(Request $request): Limit => Limit::perMinute(20)->by((string) $request->ip()));
        $this->followTimeOffset();
    }

    private function followTimeOffset(): void
    {
        $file = config('skarvo.time_offset_file');
        if (! is_string($file) || $this->app->isProduction()) {
            return;
        }
        $shift = static function (\DateTimeInterface $real) use ($file): CarbonImmutable {
            $offset = is_file($file) ? (int) file_get_contents($file) : 0;

            return CarbonImmutable::instance($real)->addSeconds($offset);
        };
        CarbonImmutable::setTestNow($shift);
        Carbon::setTestNow($shift);
    }
}
