<?php

declare(strict_types=1);

use App\Incidents\BelongingController;
use App\Incidents\DeclareController;
use App\Incidents\IncidentsController;
use App\Incidents\PrioritiesController;
use App\Incidents\ReportController;
use App\Incidents\RoomController;
use App\Incidents\WatchController;
use App\Paging\CallController;
use App\Paging\PageController;
use App\Paging\PeopleController;
use App\Paging\PolicyController;
use App\Platform\FindController;
use App\Platform\RolesController;
use App\Platform\SignInController;
use App\Platform\Staff\ParticularsController;
use App\Platform\Staff\TeamsController;
use App\Rota\BurdenController;
use App\Rota\CalendarsController;
use App\Rota\FairController;
use App\Rota\Feeds;
use App\Rota\HandoverController;
use App\Rota\LayersController;
use App\Rota\OnCallController;
use App\Rota\RotaController;
use App\Signals\AlertsController;
use App\Signals\FunnelController;
use App\Signals\Intake\SourcesController;
use App\Signals\Tuning\QuietController;
use App\Signals\Tuning\RulesController;
use App\Topology\Answerable;
use App\Topology\EstateController;
use App\Topology\Exchange\ExportController;
use App\Topology\Exchange\ImportsController;
use App\Topology\ItemCard;
use App\Topology\ItemChoices;
use App\Topology\ReachController;
use App\Topology\Record\DatesController;
use App\Topology\Record\DoubtsController;
use App\Topology\Record\ItemForm;
use App\Topology\Record\ItemHistory;
use App\Topology\Record\Roles;
use App\Topology\Record\TypesController;
use App\Topology\Scan\ScansController;
use App\Topology\WhatIfController;
use App\Updates\DoubtsController as DoubtsOfStatus;
use App\Updates\StatusController;
use App\Updates\UpdateController;
use Illuminate\Support\Facades\Route;

// What is counted has a number in its address: anything else is no address.
Route::patterns(array_fill_keys(['incident', 'alert', 'report', 'call', 'policy', 'import', 'snapshot', 'proposal', 'rule', 'kept', 'quiet', 'heartbeat', 'absence', 'swap', 'feed', 'at'], '[0-9]{1,18}'));

// For everybody: what outsiders are told, and where they tell.
Route::get('status', StatusController::class)->name('status');
Route::get('report', [ReportController::class, 'create'])->name('report');
Route::post('report', [ReportController::class, 'store'])->middleware('throttle:reports');
Route::get('report/{token}', [ReportController::class, 'follow'])->name('report.follow');
Route::get('feeds/{token}.ics', [Feeds::class, 'show'])->middleware('throttle:120,1');
Route::get('p/{token}', [PageController::class, 'show'])->name('page');
Route::post('p/{token}', [PageController::class, 'answer'])->middleware('throttle:60,1');

Route::middleware('guest')->group(function (): void {
    Route::get('sign-in', [SignInController::class, 'create'])->name('login');
    Route::post('sign-in', [SignInController::class, 'store']);
});

Route::middleware(['auth', 'auth.session'])->group(function (): void {
    Route::post('sign-out', [SignInController::class, 'destroy']);
    Route::get('find', FindController::class);
    Route::get('find/items', ItemChoices::class);

    Route::get('/', WatchController::class)->name('watch');
    Route::get('alerts', [AlertsController::class, 'index']);
    Route::get('alerts/members', [AlertsController::class, 'members']);
    Route::get('alerts/incidents', [AlertsController::class, 'incidents']);
    Route::post('alerts/filters', [AlertsController::class, 'keepFilter']);
    Route::post('alerts/filters/drop', [AlertsController::class, 'dropFilter']);
    Route::get('alerts/{alert}', [AlertsController::class, 'show']);
    Route::get('roles', RolesController::class);
    Route::get('funnel', FunnelController::class);
    Route::get('rules', [RulesController::class, 'edit']);
    Route::get('rules/in-force', [RulesController::class, 'inForce']);
    Route::post('rules/dry-run', [RulesController::class, 'dryRun']);
    Route::get('alerts/{alert}/fewer', [RulesController::class, 'fewer']);
    Route::get('quiet', [QuietController::class, 'index']);
    Route::get('sources', [SourcesController::class, 'index']);
    Route::get('sources/{source}', [SourcesController::class, 'show'])->where('source', '.+');
    Route::get('incidents', [IncidentsController::class, 'index']);
    Route::get('incidents/{incident}', [RoomController::class, 'show'])->name('room');
    Route::get('estate', [EstateController::class, 'index']);
    Route::get('answerable', [Answerable::class, 'show']);
    Route::get('item-card/{item}', ItemCard::class)->where('item', '.+');
    Route::get('history/{item}', ItemHistory::class)->where('item', '.+');
    Route::get('estate/{item}', [EstateController::class, 'show'])->where('item', '.+');
    Route::get('what-if', [WhatIfController::class, 'show']);
    Route::get('reach', ReachController::class);
    Route::get('truth', DoubtsController::class);
    Route::get('dates', DatesController::class);
    Route::get('types', [TypesController::class, 'index']);
    Route::get('scans', [ScansController::class, 'index']);
    Route::get('imports', [ImportsController::class, 'index']);
    Route::get('imports/{import}', [ImportsController::class, 'show']);
    Route::get('export/{format}', ExportController::class);
    Route::get('on-call', OnCallController::class);
    Route::get('policies/{team}', [PolicyController::class, 'show']);
    Route::post('policies/{team}/dry-run', [PolicyController::class, 'dryRun']);
    Route::get('people', [PeopleController::class, 'index']);
    Route::get('people/{person}', [PeopleController::class, 'show']);
    Route::post('people/{person}/reach', [PeopleController::class, 'save']);
    Route::post('people/{person}/password', [ParticularsController::class, 'password'])->middleware('throttle:10,1');
    Route::post('people/{person}/test', [PeopleController::class, 'test']);
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

    // Whoever is in the room may write down what happens.
    Route::post('incidents/{incident}/here', [RoomController::class, 'here']);
    Route::post('incidents/{incident}/answer', [CallController::class, 'answer']);
    Route::post('incidents/{incident}/notes', [IncidentsController::class, 'note']);

    // Who may do what stands in App\Platform\Deed.
    Route::middleware('may:take-alerts')->group(function (): void {
        Route::post('alerts/take', [AlertsController::class, 'take']);
    });
    Route::middleware('may:attach-alerts')->group(function (): void {
        Route::post('incidents/{incident}/alerts', [BelongingController::class, 'attach']);
    });
    Route::middleware('may:set-stage')->group(function (): void {
        Route::post('incidents/{incident}/stage', [IncidentsController::class, 'stage']);
    });
    Route::middleware('may:work-alerts')->group(function (): void {
        Route::post('alerts/wait', [AlertsController::class, 'wait']);
        Route::post('alerts/close', [AlertsController::class, 'putAway']);
        Route::post('alerts/back', [AlertsController::class, 'bringBack']);
        Route::post('alerts/split', [AlertsController::class, 'splitOff']);
        Route::post('alerts/together', [AlertsController::class, 'putTogether']);
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
        Route::post('incidents/{incident}/change', [IncidentsController::class, 'change']);
        Route::get('incidents/{incident}/resolve', [RoomController::class, 'resolvePreview']);
        Route::post('incidents/{incident}/resolve', [IncidentsController::class, 'resolve']);
        Route::post('reports/{report}/link', [BelongingController::class, 'link']);
        Route::post('reports/{report}/unlink', [BelongingController::class, 'unlink']);
    });
    Route::middleware('may:call-people')->group(function (): void {
        Route::get('incidents/{incident}/calls', [CallController::class, 'preview']);
        Route::post('incidents/{incident}/calls', [CallController::class, 'store']);
        Route::post('incidents/{incident}/calls/{call}/stop', [CallController::class, 'stop']);
    });
    Route::middleware('may:tell-outsiders')->group(function (): void {
        Route::post('status/doubts', [DoubtsOfStatus::class, 'store']);
        Route::post('incidents/{incident}/updates', [UpdateController::class, 'store']);
    });
    Route::middleware('may:tune')->group(function (): void {
        Route::post('alerts/{alert}/fewer', [RulesController::class, 'saveFewer']);
        Route::post('rules', [RulesController::class, 'save']);
        Route::post('rules/unowned', [RulesController::class, 'unowned']);
        Route::post('rules/restore', [RulesController::class, 'restore']);
        Route::post('teams/{team}/incidents', [RulesController::class, 'incidents']);
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
        Route::post('policies/{team}', [PolicyController::class, 'save']);
        Route::post('policies/{team}/{policy}/drop', [PolicyController::class, 'drop']);
    });
    Route::middleware('may:arrange-rotas')->group(function (): void {
        Route::post('on-call/{rota}/fair', [FairController::class, 'keep']);
        Route::post('on-call/{rota}/calendar', [CalendarsController::class, 'takeTurns']);
        Route::post('rotas', [LayersController::class, 'store']);
        Route::get('on-call/{rota}/layers', [LayersController::class, 'edit']);
        Route::post('on-call/{rota}/layers/preview', [LayersController::class, 'preview']);
        Route::post('on-call/{rota}/layers', [LayersController::class, 'save']);
    });

    Route::middleware('may:keep-estate')->group(function (): void {
        Route::post('alerts/{alert}/match', [AlertsController::class, 'match']);
        Route::get('item-form', [ItemForm::class, 'show']);
        Route::post('items', [ItemForm::class, 'store']);
        Route::post('estate/{item}/change', [ItemForm::class, 'update'])->where('item', '.+');
        Route::post('estate/{item}/settle', [ItemForm::class, 'settle'])->where('item', '.+');
        Route::post('estate/{item}/seen', [ItemForm::class, 'seen'])->where('item', '.+');
        Route::post('estate/{item}/retire', [ItemForm::class, 'retire'])->where('item', '.+');
        Route::post('estate/{item}/bring-back', [ItemForm::class, 'bringBack'])->where('item', '.+');
        Route::post('types', [TypesController::class, 'store']);
        Route::post('item-roles', [Roles::class, 'store']);
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

    Route::middleware('may:administer')->group(function (): void {
        Route::get('settings/priorities', [PrioritiesController::class, 'edit']);
        Route::post('settings/priorities', [PrioritiesController::class, 'update']);
        Route::post('people', [PeopleController::class, 'store']);
        Route::post('people/{person}/particulars', [ParticularsController::class, 'update']);
        Route::post('teams', [TeamsController::class, 'store']);
        Route::post('teams/{team}', [TeamsController::class, 'rename']);
        Route::post('teams/{team}/drop', [TeamsController::class, 'drop']);
        Route::post('people/{person}/leave', [PeopleController::class, 'leave']);
        Route::post('fairness/holidays', [BurdenController::class, 'storeHolidays']);
    });
});
