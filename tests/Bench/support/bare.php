<?php

declare(strict_types=1);

/* The same application with one route of its own, which inserts one row and does nothing else. */

use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Route;

$root = dirname(__DIR__, 3);
require "$root/vendor/autoload.php";
$app = require "$root/bootstrap/app.php";
$app->booted(static function (): void {
    Route::post('bare', static function (Request $request): array {
        DB::table('bare')->insert(['body' => $request->getContent(), 'at' => time()]);

        return ['accepted' => 1];
    });
});
$app->handleRequest(Request::capture());
