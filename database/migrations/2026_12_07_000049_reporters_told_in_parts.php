<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** That an incident is not over after all is told in parts too: with what is told, and those since when it was told as over hear of it. */
return new class () extends Migration
{
    public function up(): void
    {
        Schema::table('incidents', function (Blueprint $table): void {
            $table->text('again')->nullable();
            $table->dateTime('again_since', 3)->nullable();
        });
    }
};
