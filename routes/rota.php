<?php

declare(strict_types=1);

use App\Rota\BurdenController;
use App\Rota\CalendarsController;
use App\Rota\FairController;
use App\Rota\Feeds;
use App\Rota\HandoverController;
use App\Rota\LayersController;
use App\Rota\OnCallController;
use App\Rota\OnCallNow;
use App\Rota\RotaController;
use Illuminate\Support\Facades\Route;

// What is counted has a number in its address: anything else is no address.
Route::patterns(array_fill_keys(['absence', 'swap', 'feed', 'at'], '[0-9]{1,18}'));

Route::middleware('web')->group(function (): void {
    // For everybody, signed in or not.
    Route::get('feeds/{token}.ics', [Feeds::class, 'show'])->middleware('throttle:120,1');

    Route::middleware(['auth', 'auth.session'])->group(function (): void {
        Route::get('on-call', OnCallController::class);
        Route::post('people/{person}/leave-calendar', [CalendarsController::class, 'leave']);
        Route::post('people/{person}/absences', [CalendarsController::class, 'absence']);
        Route::post('people/{person}/absences/{absence}/drop', [CalendarsController::class, 'dropAbsence']);
        Route::get('on-call/{rota}/fair', [FairController::class, 'propose']);
        Route::post('on-call/{rota}/calendar/preview', [CalendarsController::class, 'previewTurns']);
        Route::get('handovers', [HandoverController::class, 'index']);
        Route::post('handovers/{rota}/{at}/note', [HandoverController::class, 'note']);
        Route::post('handovers/{rota}/{at}/confirm', [HandoverController::class, 'confirm']);
        Route::get('fairness', [BurdenController::class, 'show']);
        Route::get('on-call/{rota}', [RotaController::class, 'show']);
        Route::get('on-call/{rota}/effect', [RotaController::class, 'effect']);
        Route::post('on-call/{rota}/take', [RotaController::class, 'take']);
        Route::post('on-call/{rota}/swap', [RotaController::class, 'askToSwap']);
        Route::post('on-call/{rota}/give-back', [RotaController::class, 'giveBack']);
        Route::post('swaps/{swap}', [RotaController::class, 'answerSwap']);
        Route::post('feeds', [Feeds::class, 'store']);
        Route::post('feeds/{feed}/revoke', [Feeds::class, 'revoke']);

        Route::middleware('may:arrange-rotas')->group(function (): void {
            Route::post('on-call/{rota}/fair', [FairController::class, 'keep']);
            Route::post('on-call/{rota}/calendar', [CalendarsController::class, 'takeTurns']);
            Route::post('rotas', [LayersController::class, 'store']);
            Route::get('on-call/{rota}/layers', [LayersController::class, 'edit']);
            Route::post('on-call/{rota}/layers/preview', [LayersController::class, 'preview']);
            Route::post('on-call/{rota}/layers', [LayersController::class, 'save']);
        });

        Route::middleware('may:administer')->group(function (): void {
            Route::post('fairness/holidays', [BurdenController::class, 'storeHolidays']);
        });
    });
});

Route::middleware('api')->prefix('api/v1')->group(function (): void {
    Route::get('oncall', OnCallNow::class)->middleware('ability:oncall:read');
});
