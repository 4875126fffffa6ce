<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** Addresses at which somebody without an account reads for a while how an incident stands. */
return new class () extends Migration
{
    public function up(): void
    {
        Schema::create('incident_cards', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('incident_id')->constrained();
            $table->string('token')->unique();
            $table->string('for');
            $table->string('made_by_id');
            $table->foreign('made_by_id')->references('id')->on('people');
            $table->dateTime('made_at', 3);
            $table->dateTime('expires_at', 3);
            $table->dateTime('withdrawn_at', 3)->nullable();
            $table->index('incident_id');
        });
    }
};
