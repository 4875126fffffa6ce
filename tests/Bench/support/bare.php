<?php

declare(strict_types=1);

/* The same application with one route of its own, which inserts one row and does nothing else. */

use Illuminate\Contracts\Http\Kernel;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Route;

$root = dirname(__DIR__, 3);
require "$root/vendor/autoload.php";
$app = require "$root/bootstrap/app.php";
// After the others, which take the place of all that came before where they are kept ready.
$app->instance('request', $request = Request::capture());
$app->make(Kernel::class)->bootstrap();
Route::post('bare', static function (Request $request): array {
    DB::table('bare')->insert(['body' => $request->getContent(), 'at' => time()]);

    return ['accepted' => 1];
});
$app->handleRequest($request);
