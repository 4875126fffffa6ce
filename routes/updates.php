<?php

declare(strict_types=1);

use App\Updates\Cards\CardController;
use App\Updates\Checking\CheckController;
use App\Updates\DoubtsController as DoubtsOfStatus;
use App\Updates\Files\FilesController;
use App\Updates\Following\AudienceController;
use App\Updates\Following\AudiencesController;
use App\Updates\Following\FollowController;
use App\Updates\Following\FollowersController;
use App\Updates\Following\FollowItemController;
use App\Updates\Following\FollowOwnController;
use App\Updates\Following\FollowRecordController;
use App\Updates\Planned\PlannedController;
use App\Updates\QuestionsController;
use App\Updates\ReadersLanguage;
use App\Updates\Reading\ReadersController;
use App\Updates\Reading\StaffUpdates;
use App\Updates\ReportController;
use App\Updates\StatusController;
use App\Updates\UpdateController;
use App\Updates\Versions\GlossaryController;
use Illuminate\Support\Facades\Route;

Route::pattern('update', '[0-9]{1,18}');
Route::pattern('audience', '[0-9]{1,18}');
Route::pattern('planned', '[0-9]{1,18}');
Route::pattern('card', '[0-9]{1,18}');
Route::pattern('subscription', '[0-9]{1,18}');
Route::pattern('key', '[A-Za-z0-9]{64}');

Route::middleware('web')->group(function (): void {
    // For everybody, signed in or not.
    Route::get('status', StatusController::class)->name('status');
    Route::get('status/{file}', StatusController::class)->where('file', '[a-z0-9-]{1,200}(\.[a-z]{2})?\.[a-z0-9]{2,5}')
        ->name('status.file');
    Route::middleware(ReadersLanguage::class)->group(function (): void {
        Route::get('follow', [FollowController::class, 'create'])->name('follow');
        Route::get('follow/{key}', [FollowController::class, 'show'])->middleware('throttle:files')->name('follow.show');
        Route::middleware('throttle:reports')->group(function (): void {
            Route::post('follow', [FollowController::class, 'store']);
            Route::post('follow/{key}/confirm', [FollowController::class, 'confirm']);
            Route::post('follow/{key}/stop', [FollowController::class, 'stop']);
            Route::post('follow/{key}', [FollowController::class, 'change']);
        });
    });
    Route::get('card/{token}', [CardController::class, 'show'])->middleware('throttle:files')->name('card');
    Route::get('report', [ReportController::class, 'create'])->middleware(ReadersLanguage::class)->name('report');
    Route::post('report', [ReportController::class, 'store'])->middleware(ReadersLanguage::class)->middleware('throttle:reports');
    Route::post('report/hear', [ReportController::class, 'hear'])->middleware(ReadersLanguage::class)->middleware('throttle:reports');
    Route::post('report/lost', [ReportController::class, 'lost'])->middleware(ReadersLanguage::class)->middleware('throttle:reports');
    Route::post('report/{token}/judge', [ReportController::class, 'judge'])->middleware(ReadersLanguage::class)
        ->middleware('throttle:reports');
    Route::get('report/{token}/files/{file}', [FilesController::class, 'ofReporter'])->middleware('throttle:files');
    Route::get('report/{token}', [ReportController::class, 'follow'])->name('report.follow');

    Route::middleware(['auth', 'auth.session'])->group(function (): void {
        Route::get('incidents/{incident}/follow', [FollowOwnController::class, 'show']);
        Route::post('incidents/{incident}/follow', [FollowOwnController::class, 'change']);
        Route::get('follows/item', [FollowItemController::class, 'show']);
        Route::post('follows/item', [FollowItemController::class, 'change']);
        Route::get('follows/record', [FollowRecordController::class, 'show']);
        Route::post('follows/record', [FollowRecordController::class, 'change']);
        Route::get('files/{file}', [FilesController::class, 'show']);
        Route::get('settings/questions', [QuestionsController::class, 'edit'])->middleware('may:administer');
        Route::post('settings/questions', [QuestionsController::class, 'update'])->middleware('may:administer');
        Route::get('settings/outside-words', [CheckController::class, 'edit'])->middleware('may:administer');
        Route::post('settings/outside-words', [CheckController::class, 'update'])->middleware('may:administer');
        Route::get('planned', [PlannedController::class, 'index']);
        Route::get('updates', StaffUpdates::class)->name('staff-updates');
        Route::post('updates/{update}/read', [ReadersController::class, 'read']);
        Route::get('settings/audiences', [AudiencesController::class, 'index'])->middleware('may:administer');
        Route::post('settings/audiences', [AudiencesController::class, 'add'])->middleware('may:administer');
        Route::post('settings/audiences/{audience}', [AudiencesController::class, 'change'])->middleware('may:administer');
        Route::post('settings/audiences/{audience}/drop', [AudiencesController::class, 'drop'])->middleware('may:administer');
        Route::get('settings/glossary', [GlossaryController::class, 'edit'])->middleware('may:administer');
        Route::post('settings/glossary', [GlossaryController::class, 'update'])->middleware('may:administer');
        Route::get('settings/followers', [FollowersController::class, 'index'])->middleware('may:administer');
        Route::post('settings/followers', [FollowersController::class, 'add'])->middleware('may:administer');
        Route::post('settings/followers/{subscription}', [FollowersController::class, 'change'])->middleware('may:administer');
        Route::middleware('may:tell-outsiders')->group(function (): void {
            Route::get('incidents/{incident}/audience', [AudienceController::class, 'show']);
            Route::post('incidents/{incident}/audience', [AudienceController::class, 'change']);
            Route::get('quiet/{quiet}/announce', [PlannedController::class, 'show']);
            Route::post('quiet/{quiet}/announce', [PlannedController::class, 'announce']);
            Route::post('planned/{planned}/withdraw', [PlannedController::class, 'withdraw']);
            Route::get('incidents/{incident}/readers', [ReadersController::class, 'show']);
            Route::post('updates/{update}/remind', [ReadersController::class, 'remind']);
            Route::post('status/doubts', [DoubtsOfStatus::class, 'store']);
            Route::post('incidents/{incident}/cards', [CardController::class, 'give']);
            Route::post('cards/{card}/withdraw', [CardController::class, 'withdraw']);
            Route::post('incidents/{incident}/updates', [UpdateController::class, 'store']);
            Route::post('incidents/{incident}/updates/check', [CheckController::class, 'check']);
        });
    });
});

// Asked by mail programs, which bring no cookie: the key in the address is all that they have.
Route::middleware('throttle:files')->group(function (): void {
    Route::post('follow/{key}/leave', [FollowController::class, 'leave'])->name('follow.leave');
    Route::get('follow/{key}/leave', [FollowController::class, 'leaving']);
});

Route::middleware('api')->prefix('api/v1')->group(function (): void {
    Route::post('reports', [ReportController::class, 'accept'])->middleware('ability:reports:write');
});
