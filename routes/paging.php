<?php

declare(strict_types=1);

use App\Paging\CallController;
use App\Paging\Delivery\DeliveriesController;
use App\Paging\PageController;
use App\Paging\PeopleController;
use App\Paging\PolicyController;
use App\Paging\Talk\HearTalkController;
use App\Paging\Talk\TalkController;
use Illuminate\Support\Facades\Route;

// What is counted has a number in its address: anything else is no address.
Route::patterns(array_fill_keys(['call', 'policy', 'message'], '[0-9]{1,18}'));

Route::middleware('web')->group(function (): void {
    // For everybody, signed in or not.
    Route::get('p/{token}', [PageController::class, 'show'])->name('page');
    Route::post('p/{token}', [PageController::class, 'answer'])->middleware('throttle:60,1');

    Route::middleware(['auth', 'auth.session'])->group(function (): void {
        Route::get('policies/{team}', [PolicyController::class, 'show']);
        Route::post('policies/{team}/dry-run', [PolicyController::class, 'dryRun']);
        Route::get('people', [PeopleController::class, 'index']);
        Route::get('people/{person}', [PeopleController::class, 'show']);
        Route::post('people/{person}/reach', [PeopleController::class, 'save']);
        Route::post('people/{person}/test', [PeopleController::class, 'test']);
        Route::post('incidents/{incident}/answer', [CallController::class, 'answer']);
        // Whoever is in the room talks; what becomes of it goes by what it becomes.
        Route::post('incidents/{incident}/talk/say', [TalkController::class, 'say']);
        Route::post('messages/{message}/make', [TalkController::class, 'make']);
        Route::post('incidents/{incident}/bridge/ring', [TalkController::class, 'ring'])->middleware('may:set-stage');

        Route::middleware('may:call-people')->group(function (): void {
            Route::get('incidents/{incident}/calls', [CallController::class, 'preview']);
            Route::post('incidents/{incident}/calls', [CallController::class, 'store']);
            Route::post('calls/{call}/stop', [CallController::class, 'stop']);
            Route::post('incidents/{incident}/talk/open', [TalkController::class, 'open']);
            Route::post('incidents/{incident}/bridge/close', [TalkController::class, 'close']);
        });

        Route::middleware('may:tune')->group(function (): void {
            Route::post('policies/{team}', [PolicyController::class, 'save']);
            Route::post('policies/{team}/{policy}/drop', [PolicyController::class, 'drop']);
        });

        Route::middleware('may:administer')->group(function (): void {
            Route::post('people', [PeopleController::class, 'store']);
            Route::post('people/{person}/leave', [PeopleController::class, 'leave']);
            Route::post('people/{person}/return', [PeopleController::class, 'comeBack']);
        });
    });
});

Route::middleware('api')->prefix('api/v1')->group(function (): void {
    Route::post('conversations', [HearTalkController::class, 'said'])->middleware('ability:talk:write');
    Route::post('bridges', [HearTalkController::class, 'bridge'])->middleware('ability:talk:write');
    Route::post('deliveries', DeliveriesController::class)->middleware('ability:deliveries:write');
    Route::get('people', [PeopleController::class, 'directory'])->middleware('ability:people:read');
});
