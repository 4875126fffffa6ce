<?php

declare(strict_types=1);

namespace App\Platform;

use App\Platform\Contracts\TellsEntries;
use App\Platform\Database\ImmediateSQLiteConnector;
use App\Platform\Database\PreciseSQLiteConnection;
use App\Platform\Journal\PlatformWords;
use App\Platform\Journal\Sentences;
use App\Platform\Outbox\Gateway;
use App\Platform\Outbox\MailMessages;
use App\Platform\Outbox\Messages;
use App\Platform\Outbox\OwnProcess;
use App\Platform\Staff\PersonPolicy;
use Carbon\CarbonImmutable;
use Illuminate\Auth\Access\Response as GateResponse;
use Illuminate\Auth\EloquentUserProvider;
use Illuminate\Cache\RateLimiting\Limit;
use Illuminate\Contracts\Foundation\Application;
use Illuminate\Contracts\Hashing\Hasher;
use Illuminate\Database\Connection;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Http\Middleware\TrustHosts;
use Illuminate\Http\Middleware\TrustProxies;
use Illuminate\Http\Request;
use Illuminate\Support\Carbon;
use Illuminate\Support\Facades\Auth;
use Illuminate\Support\Facades\Date;
use Illuminate\Support\Facades\Gate;
use Illuminate\Support\Facades\RateLimiter;
use Illuminate\Support\Facades\URL;

final class PlatformServiceProvider extends Capability
{
    protected function gives(): array
    {
        return [
            Messages::class => [MailMessages::class],
            TellsEntries::class => [PlatformWords::class],
        ];
    }

    protected function routes(): string
    {
        return 'platform';
    }

    public function register(): void
    {
        parent::register();
        Connection::resolverFor(
            'sqlite',
            static fn(
                \PDO|\Closure $pdo, string $database, string $prefix, array $config,
            ): Connection => new PreciseSQLiteConnection($pdo, $database, $prefix, $config),
        );
        $this->app->bind('db.connector.sqlite', ImmediateSQLiteConnector::class);
        $this->app->singleton(Gateway::class);
        $this->app->singleton(OwnProcess::class);
        $this->app->singleton(Sentences::class);
        Date::use(CarbonImmutable::class);
    }

    public function boot(): void
    {
        parent::boot();
        Model::shouldBeStrict(! $this->app->isProduction());
        // Whoever has left is signed out everywhere, at once.
        Auth::provider(
            'people',
            static fn(Application $app, array $config): EloquentUserProvider => (
                new EloquentUserProvider($app->make(Hasher::class), $config['model'])
            )->withQuery(static fn(Builder $query) => $query->whereNull('left_at')),
        );
        // Deeds are Laravel's gates, so that middleware, policies and people who know it find them where they look.
        foreach (Deed::cases() as $deed) {
            Gate::define($deed->value, static fn(Person $person): GateResponse => $deed->isAllowedTo($person)
                ? GateResponse::allow()
                : GateResponse::deny($deed->refusal()));
        }
        Gate::policy(Person::class, PersonPolicy::class);
        $this->trustOnlyOurOwn();
        RateLimiter::for('files', static fn(Request $request): Limit => Limit::perMinute(120)->by((string) $request->ip()));
        RateLimiter::for('reports', static fn(Request $request): array => [
            Limit::perMinute(20)->by((string) $request->ip()),
            // Pictures are opened, and that takes a while.
            ...($request->files->count() === 0 ? [] : [Limit::perMinute(10)->by("files {$request->ip()}")]),
        ]);
        $this->followTimeOffset();
    }

    /** What a request says of its host and its sender is believed only of those that we know: links in mails and pages are made of it. */
    private function trustOnlyOurOwn(): void
    {
        $url = config()->string('app.url');
        TrustHosts::at(
            [
                ...array_map(
                    static fn(mixed $host): string => '^'.preg_quote(is_string($host) ? $host : '').'$',
                    [(string) parse_url($url, PHP_URL_HOST), ...config()->array('skarvo.hosts')],
                ),
                '^localhost$', '^127\.0\.0\.1$',
            ],
            false,
        );
        TrustProxies::at(array_values(array_filter(config()->array('skarvo.proxies'), is_string(...))));
        URL::forceRootUrl($url);
        if (str_starts_with($url, 'https://')) {
            URL::forceScheme('https');
        }
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
