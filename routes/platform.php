<?php

declare(strict_types=1);

use App\Platform\Http\DescribeApi;
use App\Platform\RolesController;
use App\Platform\SignInController;
use App\Platform\Staff\ParticularsController;
use App\Platform\Staff\TeamsController;
use Illuminate\Support\Facades\Route;

Route::middleware('web')->group(function (): void {
    Route::middleware('guest')->group(function (): void {
        Route::get('sign-in', [SignInController::class, 'create'])->name('login');
        Route::post('sign-in', [SignInController::class, 'store']);
    });

    Route::middleware(['auth', 'auth.session'])->group(function (): void {
        Route::post('sign-out', [SignInController::class, 'destroy']);
        Route::get('roles', RolesController::class);
        Route::post('people/{person}/password', [ParticularsController::class, 'password'])->middleware('throttle:10,1');

        Route::middleware('may:administer')->group(function (): void {
            Route::post('people/{person}/particulars', [ParticularsController::class, 'update']);
            Route::post('teams', [TeamsController::class, 'store']);
            Route::post('teams/{team}', [TeamsController::class, 'rename']);
            Route::post('teams/{team}/drop', [TeamsController::class, 'drop']);
        });
    });
});

Route::middleware('api')->prefix('api/v1')->group(function (): void {
    Route::get('openapi.json', DescribeApi::class);
});
