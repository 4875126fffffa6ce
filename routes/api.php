<?php

declare(strict_types=1);

use App\Incidents\ReportController;
use App\Paging\Delivery\DeliveriesController;
use App\Paging\PeopleController;
use App\Platform\Http\DescribeApi;
use App\Rota\OnCallNow;
use App\Signals\Intake\PayloadController;
use App\Signals\SignalsController;
use App\Topology\Scan\SnapshotsController;
use Illuminate\Support\Facades\Route;

Route::get('openapi.json', DescribeApi::class);
Route::post('signals', SignalsController::class)->middleware('ability:signals:write');
Route::post('sources/{source}', PayloadController::class);
Route::post('sources/{source}/heartbeat', [PayloadController::class, 'heartbeat']);
Route::post('reports', [ReportController::class, 'accept'])->middleware('ability:reports:write');
Route::post('deliveries', DeliveriesController::class)->middleware('ability:deliveries:write');
Route::get('people', [PeopleController::class, 'directory'])->middleware('ability:people:read');
Route::get('oncall', OnCallNow::class)->middleware('ability:oncall:read');
Route::post('snapshots', SnapshotsController::class)->middleware('ability:estate:write');
