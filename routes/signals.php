<?php

declare(strict_types=1);

use App\Signals\AlertsController;
use App\Signals\FunnelController;
use App\Signals\Intake\PayloadController;
use App\Signals\Intake\SourcesController;
use App\Signals\SignalsController;
use App\Signals\Tuning\QuietController;
use App\Signals\Tuning\RulesController;
use Illuminate\Support\Facades\Route;

// What is counted has a number in its address: anything else is no address.
Route::patterns(array_fill_keys(['alert', 'quiet', 'heartbeat'], '[0-9]{1,18}'));

Route::middleware('web')->group(function (): void {
    Route::middleware(['auth', 'auth.session'])->group(function (): void {
        Route::get('alerts', [AlertsController::class, 'index']);
        Route::get('alerts/members', [AlertsController::class, 'members']);
        Route::post('alerts/filters', [AlertsController::class, 'keepFilter']);
        Route::post('alerts/filters/drop', [AlertsController::class, 'dropFilter']);
        Route::get('alerts/{alert}', [AlertsController::class, 'show']);
        Route::get('funnel', FunnelController::class);
        Route::get('rules', [RulesController::class, 'edit']);
        Route::get('rules/in-force', [RulesController::class, 'inForce']);
        Route::post('rules/dry-run', [RulesController::class, 'dryRun']);
        Route::get('alerts/{alert}/fewer', [RulesController::class, 'fewer']);
        Route::get('quiet', [QuietController::class, 'index']);
        Route::get('sources', [SourcesController::class, 'index']);
        Route::get('sources/{source}', [SourcesController::class, 'show'])->where('source', '.+');

        Route::middleware('may:take-alerts')->group(function (): void {
            Route::post('alerts/take', [AlertsController::class, 'take']);
        });

        Route::middleware('may:work-alerts')->group(function (): void {
            Route::post('alerts/wait', [AlertsController::class, 'wait']);
            Route::post('alerts/close', [AlertsController::class, 'closeByHand']);
            Route::post('alerts/back', [AlertsController::class, 'bringBack']);
            Route::post('alerts/split', [AlertsController::class, 'splitOff']);
            Route::post('alerts/together', [AlertsController::class, 'putTogether']);
        });

        Route::middleware('may:tune')->group(function (): void {
            Route::post('alerts/{alert}/fewer', [RulesController::class, 'saveFewer']);
            Route::post('rules', [RulesController::class, 'save']);
            Route::post('rules/unowned', [RulesController::class, 'unowned']);
            Route::post('rules/restore', [RulesController::class, 'restore']);
            Route::post('quiet', [QuietController::class, 'store']);
            Route::post('quiet/{quiet}/end', [QuietController::class, 'end']);
            Route::post('sources', [SourcesController::class, 'store']);
            Route::post('sources/{source}/token', [SourcesController::class, 'token'])->where('source', '.+');
            Route::post('sources/{source}/try', [SourcesController::class, 'try'])->where('source', '.+');
            Route::post('sources/{source}/again', [SourcesController::class, 'again'])->where('source', '.+');
            Route::post('sources/{source}/heartbeats', [SourcesController::class, 'storeHeartbeat'])->where('source', '.+');
            Route::post('sources/{source}/heartbeats/{heartbeat}/drop', [SourcesController::class, 'dropHeartbeat'])->where('source', '.+');
            // A source may be named by an address, with slashes: what goes on behind its name comes first.
            Route::post('sources/{source}', [SourcesController::class, 'update'])->where('source', '.+');
        });

        Route::middleware('may:keep-estate')->group(function (): void {
            Route::post('alerts/{alert}/match', [AlertsController::class, 'match']);
        });
    });
});

Route::middleware('api')->prefix('api/v1')->group(function (): void {
    Route::post('signals', SignalsController::class)->middleware('ability:signals:write');
    Route::post('sources/{source}', PayloadController::class);
    Route::post('sources/{source}/heartbeat', [PayloadController::class, 'heartbeat']);
});
