<?php

declare(strict_types=1);

namespace Database\Seeders;

use Database\Seeders\Eiderholm\Estate;
use Database\Seeders\Eiderholm\History;
use Database\Seeders\Eiderholm\People;
use Database\Seeders\Eiderholm\Records;
use Database\Seeders\Eiderholm\Rotas;
use Illuminate\Database\Seeder;
use Illuminate\Support\Facades\DB;

/** The same company before it tuned anything, with no signal kept: for tests that count. */
final class EiderholmBareSeeder extends Seeder
{
    public function run(): void
    {
        DB::transaction(static function (): void {
            People::put();
            Estate::put();
            Records::put(withDates: false);
            Rotas::put();
            History::put(withWeek: false);
        });
    }
}
