<?php

declare(strict_types=1);

use App\Changes\Approval\ApproveController;
use App\Changes\ChangesController;
use App\Changes\Deployments\DeploymentsController;
use App\Changes\InRoom\SuspectsController;
use App\Changes\Rules\ChangeRulesController;
use App\Changes\Templates\TemplatesController;
use Illuminate\Support\Facades\Route;

Route::patterns(array_fill_keys(['change', 'template'], '[0-9]{1,18}'));
Route::pattern('ask', '[A-Za-z0-9]{64}');

Route::middleware('web')->group(function (): void {
    // No sign-in: the address is the key.
    Route::get('approve/{ask}', [ApproveController::class, 'show'])->middleware('throttle:files')->name('approve');
    Route::post('approve/{ask}', [ApproveController::class, 'answer'])->middleware('throttle:60,1');

    Route::middleware(['auth', 'auth.session'])->group(function (): void {
        Route::get('changes', [ChangesController::class, 'index']);
        Route::get('changes/templates', [TemplatesController::class, 'index']);
        Route::get('changes/{change}', [ChangesController::class, 'show']);
        // Whoever is asked may say yes or no, whatever else they may do.
        Route::post('changes/{change}/answer', [ChangesController::class, 'answer']);
        // Likewise whoever was named to look at it afterwards.
        Route::post('changes/{change}/go', [ChangesController::class, 'go']);
        Route::middleware('may:plan-changes')->group(function (): void {
            Route::get('changes/new', [ChangesController::class, 'create']);
            Route::get('changes/{change}/plan', [ChangesController::class, 'edit']);
            Route::post('changes/look', [ChangesController::class, 'look']);
            Route::post('changes', [ChangesController::class, 'store']);
            Route::post('changes/{change}', [ChangesController::class, 'update']);
            Route::post('changes/{change}/template', [TemplatesController::class, 'make']);
            Route::post('changes/templates/{template}/agree', [TemplatesController::class, 'agree']);
            Route::post('changes/templates/{template}/withdraw', [TemplatesController::class, 'withdraw']);
            Route::post('changes/{change}/tick', [ChangesController::class, 'tick']);
        });
        Route::middleware('may:set-stage')->group(function (): void {
            Route::post('incidents/{incident}/suspects/{change}', [SuspectsController::class, 'think']);
            Route::post('incidents/{incident}/suspects/{change}/undo', [SuspectsController::class, 'undo'])->middleware('may:plan-changes');
        });
        Route::get('settings/changes', [ChangeRulesController::class, 'edit'])->middleware('may:administer');
        Route::post('settings/changes', [ChangeRulesController::class, 'save'])->middleware('may:administer');
        Route::post('settings/changes/calendar', [ChangeRulesController::class, 'freezes'])->middleware('may:administer');
        Route::post('settings/changes/try', [ChangeRulesController::class, 'try'])->middleware('may:administer');
    });
});

Route::middleware('api')->prefix('api/v1')->group(function (): void {
    Route::post('deployments', DeploymentsController::class)->middleware('ability:deployments:write');
});
