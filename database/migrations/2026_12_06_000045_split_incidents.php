<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** One incident that turned out to be two: which one the other was split from, and how far its journal was then. */
return new class () extends Migration
{
    public function up(): void
    {
        Schema::table('incidents', function (Blueprint $table): void {
            $table->foreignId('split_from_id')->nullable()->constrained('incidents');
            $table->unsignedBigInteger('split_seq')->nullable();
        });
    }
};
