<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** Which incident another ends with, and what outsiders are told then: what ends with many ends in parts. */
return new class () extends Migration
{
    public function up(): void
    {
        Schema::table('incidents', function (Blueprint $table): void {
            $table->foreignId('ends_with_id')->nullable()->constrained('incidents');
            $table->text('ending')->nullable();
        });
        Schema::table('links', function (Blueprint $table): void {
            $table->boolean('by_itself')->default(false);
        });
    }
};
