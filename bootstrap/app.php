<?php

use App\Platform\Http\EndOldSessions;
use App\Platform\Http\GuardBrowser;
use App\Platform\Http\HeadBeforeReading;
use App\Platform\Http\MendMachineText;
use App\Platform\Http\ProblemDetails;
use App\Platform\Http\RefuseBrokenText;
use App\Desk\ShareWithEveryPage;
use Illuminate\Foundation\Application;
use Illuminate\Foundation\Configuration\Exceptions;
use Illuminate\Foundation\Configuration\Middleware;

return Application::configure(basePath: dirname(__DIR__))
    ->withRouting(
        // Each capability brings its own routes: see App\Platform\Capability.
        health: '/up',
    )
    ->withCommands([__DIR__.'/../app'])
    ->withMiddleware(function (Middleware $middleware): void {
        $middleware->trustHosts();
        $middleware->append([GuardBrowser::class, App\Platform\Look::class]);
        $middleware->web(
            prepend: [HeadBeforeReading::class],
            append: [EndOldSessions::class, RefuseBrokenText::class, ShareWithEveryPage::class],
            replace: [Illuminate\Session\Middleware\StartSession::class => App\Platform\Http\SessionInOrder::class]
        );
        $middleware->api(prepend: [MendMachineText::class]);
        $middleware->alias(['ability' => App\Platform\Http\RequireAbility::class, 'may' => App\Platform\Http\RequireDeed::class]);
        // Set by the browser itself: which clock its reader has.
        $middleware->encryptCookies(except: [App\Platform\WallClock::COOKIE]);
        $middleware->redirectGuestsTo('/sign-in');
        $middleware->redirectUsersTo('/');
        // What a person types stays as typed; a text that is only white space is refused where it is read.
        $middleware->trimStrings(except: [fn ($request) => $request->is('api/*')]);
        // These read their bodies themselves, which are long; nobody looks at one that was taken apart beside that.
        $middleware->convertEmptyStringsToNull(
            except: [fn ($request) => $request->is('api/v1/signals', 'api/v1/sources/*', 'api/v1/snapshots', 'api/v1/deployments')]
        );
    })
    ->withExceptions(function (Exceptions $exceptions): void {
        ProblemDetails::register($exceptions);
    })->create();
