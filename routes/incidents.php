<?php

declare(strict_types=1);

use App\Incidents\AutoIncidentsController;
use App\Incidents\BelongingController;
use App\Incidents\Course\CourseController;
use App\Incidents\DeclareController;
use App\Incidents\Finding\FindingController;
use App\Incidents\IncidentsController;
use App\Incidents\Major\MajorController;
use App\Incidents\Merging\MergingController;
use App\Incidents\PrioritiesController;
use App\Incidents\Roles\GivenRolesController;
use App\Incidents\RoomController;
use App\Incidents\Targets\TargetsController;
use App\Incidents\Under\UnderController;
use Illuminate\Support\Facades\Route;

// What is counted has a number in its address: anything else is no address.
Route::patterns(array_fill_keys(['incident', 'report', 'hypothesis', 'option'], '[0-9]{1,18}'));

Route::middleware('web')->group(function (): void {
    Route::middleware(['auth', 'auth.session'])->group(function (): void {
        Route::get('alerts/incidents', [BelongingController::class, 'open']);
        Route::get('incidents', [IncidentsController::class, 'index']);
        Route::get('incidents/{incident}', [RoomController::class, 'show'])->name('room');
        Route::get('incidents/{incident}/then', CourseController::class);
        // Whoever is in the room may write down what happens.
        Route::post('incidents/{incident}/here', [RoomController::class, 'here']);
        Route::post('incidents/{incident}/notes', [IncidentsController::class, 'note']);

        Route::middleware('may:attach-alerts')->group(function (): void {
            Route::post('incidents/{incident}/alerts', [BelongingController::class, 'attach']);
        });

        Route::middleware('may:set-stage')->group(function (): void {
            Route::post('incidents/{incident}/stage', [IncidentsController::class, 'stage']);
            Route::post('incidents/{incident}/roles', [GivenRolesController::class, 'give']);
            Route::post('incidents/{incident}/hypotheses', [FindingController::class, 'add']);
            Route::post('hypotheses/{hypothesis}/take', [FindingController::class, 'take']);
            Route::post('hypotheses/{hypothesis}/settle', [FindingController::class, 'settle']);
            Route::post('incidents/{incident}/estimate', [FindingController::class, 'estimate']);
            Route::post('incidents/{incident}/options', [FindingController::class, 'option']);
            Route::post('options/{option}/drop', [FindingController::class, 'drop']);
        });

        Route::middleware('may:run-incidents')->group(function (): void {
            Route::post('incidents-proposal', [DeclareController::class, 'propose']);
            Route::post('incidents', [DeclareController::class, 'store']);
            Route::post('incidents/{incident}/alerts/detach', [BelongingController::class, 'detach']);
            Route::post('incidents/{incident}/items', [BelongingController::class, 'item']);
            Route::post('incidents/{incident}/items/unsay', [BelongingController::class, 'unsayItem']);
            Route::get('incidents/{incident}/reopen', [IncidentsController::class, 'reopenPreview']);
            Route::post('incidents/{incident}/reopen', [IncidentsController::class, 'reopen']);
            Route::post('incidents/{incident}/tell', [IncidentsController::class, 'tell']);
            Route::post('incidents/{incident}/coordinate', [IncidentsController::class, 'coordinate']);
            Route::post('options/{option}/choose', [FindingController::class, 'choose']);
            Route::post('incidents/{incident}/under', [UnderController::class, 'put']);
            Route::post('incidents/{incident}/out', [UnderController::class, 'takeOut']);
            Route::post('incidents/{incident}/split', [MergingController::class, 'split']);
            Route::post('incidents/{incident}/merge', [MergingController::class, 'merge']);
            Route::post('incidents/{incident}/handover', [GivenRolesController::class, 'offer']);
            Route::post('incidents/{incident}/handover/answer', [GivenRolesController::class, 'answer']);
            Route::get('incidents/{incident}/major', [MajorController::class, 'preview']);
            Route::post('incidents/{incident}/major', [MajorController::class, 'raise']);
            Route::get('incidents/{incident}/not-major', [MajorController::class, 'lowerPreview']);
            Route::post('incidents/{incident}/not-major', [MajorController::class, 'lower']);
            Route::post('incidents/{incident}/change', [IncidentsController::class, 'change']);
            Route::get('incidents/{incident}/resolve', [RoomController::class, 'resolvePreview']);
            Route::post('incidents/{incident}/resolve', [IncidentsController::class, 'resolve']);
            Route::post('reports/{report}/link', [BelongingController::class, 'link']);
            Route::post('reports/{report}/unlink', [BelongingController::class, 'unlink']);
        });

        Route::middleware('may:tune')->group(function (): void {
            Route::post('teams/{team}/incidents', AutoIncidentsController::class);
        });

        Route::get('settings/targets', [TargetsController::class, 'edit']);
        Route::middleware('may:administer')->group(function (): void {
            Route::get('settings/priorities', [PrioritiesController::class, 'edit']);
            Route::post('settings/targets', [TargetsController::class, 'update']);
            Route::get('settings/major', [MajorController::class, 'edit']);
            Route::post('settings/major', [MajorController::class, 'update']);
            Route::post('settings/priorities', [PrioritiesController::class, 'update']);
        });
    });
});
