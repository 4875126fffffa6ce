<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** What the clock cannot do at present, and why. */
return new class () extends Migration
{
    public function up(): void
    {
        Schema::create('clock_faults', function (Blueprint $table): void {
            $table->string('part')->primary();
            $table->dateTime('since', 3);
            $table->string('error');
        });
    }

    public function down(): void
    {
        Schema::dropIfExists('clock_faults');
    }
};
