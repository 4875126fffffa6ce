<?php

declare(strict_types=1);

use App\Topology\Answerable;
use App\Topology\EstateController;
use App\Topology\Exchange\ExportController;
use App\Topology\Exchange\ImportsController;
use App\Topology\ItemCard;
use App\Topology\ItemChoices;
use App\Topology\ReachController;
use App\Topology\Record\DatesController;
use App\Topology\Record\ItemForm;
use App\Topology\Record\ItemHistory;
use App\Topology\Record\RecordDoubtsController;
use App\Topology\Record\TypesController;
use App\Topology\Scan\ScansController;
use App\Topology\Scan\SnapshotsController;
use App\Topology\WhatIfController;
use Illuminate\Support\Facades\Route;

// What is counted has a number in its address: anything else is no address.
Route::patterns(array_fill_keys(['import', 'snapshot', 'proposal', 'rule', 'kept'], '[0-9]{1,18}'));

Route::middleware('web')->group(function (): void {
    Route::middleware(['auth', 'auth.session'])->group(function (): void {
        Route::get('find/items', ItemChoices::class);
        Route::get('estate', [EstateController::class, 'index']);
        Route::get('answerable', [Answerable::class, 'show']);
        Route::get('item-card/{item}', ItemCard::class)->where('item', '.+');
        Route::get('history/{item}', ItemHistory::class)->where('item', '.+');
        Route::get('estate/{item}', [EstateController::class, 'show'])->where('item', '.+');
        Route::get('what-if', [WhatIfController::class, 'show']);
        Route::get('reach', ReachController::class);
        Route::get('truth', RecordDoubtsController::class);
        Route::get('dates', DatesController::class);
        Route::get('types', [TypesController::class, 'index']);
        Route::get('scans', [ScansController::class, 'index']);
        Route::get('imports', [ImportsController::class, 'index']);
        Route::get('imports/{import}', [ImportsController::class, 'show']);
        Route::get('export/{format}', ExportController::class);

        Route::middleware('may:keep-estate')->group(function (): void {
            Route::get('item-form', [ItemForm::class, 'show']);
            Route::post('items', [ItemForm::class, 'store']);
            Route::post('estate/{item}/change', [ItemForm::class, 'update'])->where('item', '.+');
            Route::post('estate/{item}/settle', [ItemForm::class, 'settle'])->where('item', '.+');
            Route::post('estate/{item}/seen', [ItemForm::class, 'seen'])->where('item', '.+');
            Route::post('estate/{item}/retire', [ItemForm::class, 'retire'])->where('item', '.+');
            Route::post('estate/{item}/bring-back', [ItemForm::class, 'bringBack'])->where('item', '.+');
            Route::post('types', [TypesController::class, 'store']);
            Route::post('item-roles', [TypesController::class, 'storeRoles']);
            Route::post('relations', [TypesController::class, 'storeRelation']);
            Route::post('imports', [ImportsController::class, 'store']);
            Route::post('imports/{import}/confirm', [ImportsController::class, 'confirm']);
            Route::post('imports/{import}/drop', [ImportsController::class, 'drop']);
            Route::post('imports/{import}/undo', [ImportsController::class, 'undo']);
            Route::post('scans/{snapshot}/let-in', [ScansController::class, 'letIn']);
            Route::post('scans/{snapshot}/turn-away', [ScansController::class, 'turnAway']);
            Route::post('proposals/{proposal}/accept', [ScansController::class, 'accept']);
            Route::post('proposals/{proposal}/refuse', [ScansController::class, 'refuse']);
            Route::post('proposals/{proposal}/reconsider', [ScansController::class, 'reconsider']);
            Route::post('connection-rules', [ScansController::class, 'storeRule']);
            Route::post('connection-rules/{rule}/drop', [ScansController::class, 'dropRule']);
            Route::post('what-if', [WhatIfController::class, 'keep']);
            Route::post('what-if/{kept}/drop', [WhatIfController::class, 'drop']);
        });
    });
});

Route::middleware('api')->prefix('api/v1')->group(function (): void {
    Route::post('snapshots', SnapshotsController::class)->middleware('ability:estate:write');
});
