<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

/** Planned work moves, and is told anew each time: what was told is counted by round. */
return new class () extends Migration
{
    public function up(): void
    {
        Schema::table('planned_works', function (Blueprint $table): void {
            $table->unsignedInteger('round')->default(1);
            $table->boolean('is_held')->default(false);
        });
        Schema::table('changes', function (Blueprint $table): void {
            $table->foreignId('planned_id')->nullable()->constrained('planned_works');
        });
        // A key of several columns is not altered in place.
        Schema::create('planned_tellings_by_round', function (Blueprint $table): void {
            $table->foreignId('planned_id')->constrained('planned_works');
            $table->unsignedInteger('round');
            $table->string('stage');
            $table->unsignedBigInteger('upto')->default(0);
            $table->dateTime('at', 3);
            $table->dateTime('begun_at', 3)->nullable();
            $table->dateTime('ended_at', 3)->nullable();
            $table->primary(['planned_id', 'round', 'stage']);
            $table->index('ended_at');
        });
        Schema::create('planned_deliveries_by_round', function (Blueprint $table): void {
            $table->foreignId('planned_id')->constrained('planned_works');
            $table->unsignedInteger('round');
            $table->string('stage');
            $table->foreignId('subscription_id')->constrained();
            $table->dateTime('sent_at', 3)->nullable();
            $table->dateTime('failed_at', 3)->nullable();
            $table->primary(['planned_id', 'round', 'stage', 'subscription_id']);
        });
        DB::statement(
            'insert into planned_tellings_by_round (planned_id, round, stage, upto, at, begun_at, ended_at) select planned_id, 1, stage, upto, at, begun_at, ended_at from planned_tellings'
        );
        DB::statement(
            'insert into planned_deliveries_by_round (planned_id, round, stage, subscription_id, sent_at, failed_at) select planned_id, 1, stage, subscription_id, sent_at, failed_at from planned_deliveries'
        );
        foreach (['planned_tellings', 'planned_deliveries'] as $table) {
            Schema::drop($table);
            Schema::rename("{$table}_by_round", $table);
        }
    }
};
