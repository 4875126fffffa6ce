<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** Planned work of which people are told ahead: what it takes down, what they do before, and how far they have been told. */
return new class () extends Migration
{
    public function up(): void
    {
        Schema::create('planned_works', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('quiet_id')->unique()->constrained('quiet_times');
            $table->json('services');
            $table->json('places');
            $table->text('before')->nullable();
            $table->dateTime('from_at', 3);
            $table->dateTime('to_at', 3);
            $table->string('author_id');
            $table->foreign('author_id')->references('id')->on('people');
            $table->dateTime('announced_at', 3);
            $table->dateTime('withdrawn_at', 3)->nullable();
            $table->string('stage');
            $table->dateTime('ended_at', 3)->nullable();
            $table->foreignId('incident_id')->nullable()->constrained();
            $table->index('ended_at');
        });
        Schema::create('planned_tellings', function (Blueprint $table): void {
            $table->foreignId('planned_id')->constrained('planned_works');
            $table->string('stage');
            $table->unsignedBigInteger('upto')->default(0);
            $table->dateTime('at', 3);
            $table->dateTime('begun_at', 3)->nullable();
            $table->dateTime('ended_at', 3)->nullable();
            $table->primary(['planned_id', 'stage']);
            $table->index('ended_at');
        });
        Schema::create('planned_deliveries', function (Blueprint $table): void {
            $table->foreignId('planned_id')->constrained('planned_works');
            $table->string('stage');
            $table->foreignId('subscription_id')->constrained();
            $table->dateTime('sent_at', 3)->nullable();
            $table->dateTime('failed_at', 3)->nullable();
            $table->primary(['planned_id', 'stage', 'subscription_id']);
        });
    }
};
