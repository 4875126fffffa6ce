<?php

declare(strict_types=1);

use App\Tickets\Busy\BusyController;
use App\Tickets\LessonsController;
use App\Tickets\Notes\NoteRulesController;
use App\Tickets\PhoneController;
use App\Tickets\ReporterController;
use App\Tickets\Steps\ChecklistsController;
use App\Tickets\Steps\StepsController;
use App\Tickets\SurgesController;
use App\Tickets\TicketsController;
use App\Tickets\Together\TogetherController;
use App\Tickets\WaysIn\ChatController;
use App\Tickets\WaysIn\MailController;
use App\Updates\ReadersLanguage;
use Illuminate\Support\Facades\Route;

Route::middleware('web')->group(function (): void {
    // For whoever has the address of their report.
    Route::post('report/{token}/other', [ReporterController::class, 'other'])->middleware(ReadersLanguage::class)
        ->middleware('throttle:reports');
    Route::post('report/{token}/say', ReporterController::class)->middleware(ReadersLanguage::class)->middleware('throttle:reports');

    Route::middleware(['auth', 'auth.session'])->group(function (): void {
        Route::get('tickets', [TicketsController::class, 'index']);
        Route::get('tickets/{ticket}', [TicketsController::class, 'show'])->whereNumber('ticket');
        Route::get('reports/{report}', [TicketsController::class, 'ofReport'])->whereNumber('report');
        Route::post('tickets/{ticket}/offer', [TicketsController::class, 'answerOffer'])->whereNumber('ticket');
        Route::post('tickets/lists', [TicketsController::class, 'keepList']);
        Route::post('tickets/lists/drop', [TicketsController::class, 'dropList']);
        Route::post('incidents/{incident}/answers', [TogetherController::class, 'give'])->middleware('may:work-tickets');
        Route::post('answers/{answer}/stop', [TogetherController::class, 'stop'])->middleware('may:work-tickets')
            ->where('answer', '[0-9]{1,18}');
        // Whoever runs incidents, and whoever works tickets, may ask a team for something.
        Route::post('incidents/{incident}/tasks', [StepsController::class, 'addToIncident'])->middleware('may:work-tickets');
        Route::get('tasks', [StepsController::class, 'index']);
        // A team's own; whoever works tickets settles any.
        Route::post('tasks/{task}/say', [StepsController::class, 'say'])->whereNumber('task');
        Route::post('tasks/{task}/take', [StepsController::class, 'take'])->whereNumber('task');
        Route::post('tasks/{task}/settle', [StepsController::class, 'settle'])->whereNumber('task');
        Route::post('tasks/{task}/pass', [StepsController::class, 'passOn'])->whereNumber('task');
        Route::post('tasks/{task}/block', [StepsController::class, 'block'])->whereNumber('task');
        Route::get('checklists', [ChecklistsController::class, 'index']);
        Route::get('busy', [BusyController::class, 'index']);
        Route::get('lessons', [LessonsController::class, 'index']);
        Route::get('settings/notes', [NoteRulesController::class, 'edit'])->middleware('may:administer');
        Route::post('settings/notes', [NoteRulesController::class, 'update'])->middleware('may:administer');
        Route::post('lessons/linking', [LessonsController::class, 'linking'])->middleware('may:administer');
        Route::post('tickets/{ticket}/forget', [TicketsController::class, 'forget'])->whereNumber('ticket')->middleware('may:administer');
        Route::middleware('may:work-tickets')->group(function (): void {
            Route::get('tickets/phone', [PhoneController::class, 'create']);
            Route::post('tickets/phone', [PhoneController::class, 'store']);
            Route::post('tickets/phone/look', [PhoneController::class, 'look']);
            Route::post('tickets/here', [TicketsController::class, 'here']);
            Route::post('tickets/take', [TicketsController::class, 'take']);
            Route::post('tickets/hand-over', [TicketsController::class, 'handOver']);
            Route::post('tickets/link', [TicketsController::class, 'link']);
            Route::post('tickets/answer', [TicketsController::class, 'answerTogether']);
            Route::post('tickets/close', [TicketsController::class, 'close']);
            Route::post('tickets/{ticket}/answer', [TicketsController::class, 'answer'])->whereNumber('ticket');
            Route::post('tickets/{ticket}/correct', [TicketsController::class, 'correct'])->whereNumber('ticket');
            Route::post('lessons/{lesson}/undo', [LessonsController::class, 'undo'])->whereNumber('lesson');
            Route::post('tickets/{ticket}/translation', [TicketsController::class, 'translate'])->whereNumber('ticket');
            Route::post('tickets/{ticket}/try', [TicketsController::class, 'try'])->whereNumber('ticket');
            Route::post('tickets/{ticket}/tasks', [StepsController::class, 'add'])->whereNumber('ticket');
            Route::post('tickets/{ticket}/checklist', [StepsController::class, 'follow'])->whereNumber('ticket');
            Route::post('checklists', [ChecklistsController::class, 'save']);
            Route::post('checklists/{checklist}/drop', [ChecklistsController::class, 'drop'])->whereNumber('checklist');
            Route::post('busy', [BusyController::class, 'add']);
            Route::post('busy/{busy}/drop', [BusyController::class, 'drop'])->whereNumber('busy');
            Route::post('surges/{surge}/link', [SurgesController::class, 'link'])->whereNumber('surge');
            Route::post('surges/{surge}/dismiss', [SurgesController::class, 'dismiss'])->whereNumber('surge');
        });
    });
});

Route::middleware('api')->prefix('api/v1')->group(function (): void {
    Route::post('mails', MailController::class)->middleware('ability:reports:write');
    Route::post('chat', ChatController::class)->middleware('ability:reports:write');
});
