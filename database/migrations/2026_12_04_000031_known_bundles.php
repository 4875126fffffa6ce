<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

return new class () extends Migration
{
    public function up(): void
    {
        // How often bundles were written: a process that remembers some knows by it whether another has written since.
        DB::table('clock_marks')->insert(['name' => 'bundles', 'mark' => 0]);
    }

    public function down(): void
    {
        DB::table('clock_marks')->where('name', 'bundles')->delete();
    }
};
