<?php

declare(strict_types=1);

use App\Desk\FindController;
use App\Desk\Known\KnownController;
use App\Desk\WatchController;
use Illuminate\Support\Facades\Route;

Route::middleware('web')->group(function (): void {
    Route::middleware(['auth', 'auth.session'])->group(function (): void {
        Route::get('find', FindController::class);
        Route::get('known', KnownController::class);
        Route::get('/', WatchController::class)->name('watch');
    });
});
