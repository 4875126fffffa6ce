<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class () extends Migration
{
    public function up(): void
    {
        Schema::create('rota_swaps', function (Blueprint $table): void {
            $table->id();
            $table->string('rota_id');
            $table->foreign('rota_id')->references('id')->on('rotas')->cascadeOnDelete();
            $table->string('asker_id', 128);
            $table->foreign('asker_id')->references('id')->on('people')->cascadeOnDelete();
            $table->string('asked_id', 128);
            $table->foreign('asked_id')->references('id')->on('people')->cascadeOnDelete();
            $table->integer('from_at');
            $table->integer('to_at');
            $table->string('why')->default('');
            // asked, accepted, declined, withdrawn
            $table->string('state')->default('asked');
            $table->dateTime('at', 3);
            $table->dateTime('answered_at', 3)->nullable();
            $table->index(['state', 'to_at']);
        });
        // Addresses of calendars, for programs that cannot sign in: who has one sees the turns, until it is revoked.
        Schema::create('calendar_feeds', function (Blueprint $table): void {
            $table->id();
            $table->string('hash', 64)->unique();
            $table->string('kind');
            $table->string('subject_id', 128);
            $table->string('owner_id', 128);
            $table->foreign('owner_id')->references('id')->on('people')->cascadeOnDelete();
            $table->dateTime('made_at', 3);
            $table->dateTime('asked_at', 3)->nullable();
            $table->index('owner_id');
        });
    }
};
