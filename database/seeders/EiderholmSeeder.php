<?php

declare(strict_types=1);

namespace Database\Seeders;

use Database\Seeders\Eiderholm\Changes;
use Database\Seeders\Eiderholm\DeskWork;
use Database\Seeders\Eiderholm\Estate;
use Database\Seeders\Eiderholm\Followers;
use Database\Seeders\Eiderholm\History;
use Database\Seeders\Eiderholm\PastTickets;
use Database\Seeders\Eiderholm\People;
use Database\Seeders\Eiderholm\Records;
use Database\Seeders\Eiderholm\Rotas;
use Database\Seeders\Eiderholm\Tuning;
use Database\Seeders\Eiderholm\Wording;
use Illuminate\Database\Seeder;
use Illuminate\Support\Facades\DB;

/** Eiderholm Line, a made-up company that runs nine car-ferry routes between fourteen harbours: the same every time. */
final class EiderholmSeeder extends Seeder
{
    public function run(): void
    {
        DB::transaction(static function (): void {
            People::put();
            Estate::put();
            Records::put(withDates: true);
            Rotas::put();
            History::put(withWeek: true);
            PastTickets::put();
            DeskWork::put();
            Followers::put();
            Wording::put();
            Tuning::put();
            Changes::put();
        });
    }
}
