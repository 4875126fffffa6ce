<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** Of which items checks speak, and on which day they did last. */
return new class () extends Migration
{
    public function up(): void
    {
        Schema::create('watched_items', function (Blueprint $table): void {
            $table->string('item')->primary();
            // Days since the epoch, in UTC.
            $table->unsignedInteger('day');
        });
    }

    public function down(): void
    {
        Schema::dropIfExists('watched_items');
    }
};
