<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

return new class () extends Migration
{
    public function up(): void
    {
        Schema::create('teams', function (Blueprint $table): void {
            $table->string('id')->primary();
            $table->string('name');
        });

        Schema::create('people', function (Blueprint $table): void {
            $table->string('id')->primary();
            $table->string('name');
            $table->string('email')->unique();
            $table->string('password')->nullable();
            $table->json('roles');
            $table->string('time_zone')->default('UTC');
            $table->string('team_id', 128)->nullable();
            $table->foreign('team_id')->references('id')->on('teams');
            $table->string('title')->nullable();
            $table->rememberToken();
        });

        Schema::create('journal', function (Blueprint $table): void {
            $table->id('seq');
            $table->dateTime('at', 3);
            $table->string('actor_kind');
            $table->string('actor_id')->nullable();
            $table->string('actor_name');
            $table->string('kind');
            $table->string('subject_kind');
            $table->string('subject_id');
            $table->unsignedBigInteger('incident_id')->nullable();
            $table->json('facts');
            $table->index(['incident_id', 'seq']);
            $table->index(['subject_kind', 'subject_id', 'seq']);
            $table->index('at');
        });

        // The journal is append-only, whatever a program tries.
        foreach (['update', 'delete'] as $verb) {
            match (DB::getDriverName()) {
                'sqlite' => DB::unprepared(
                    "create trigger journal_refuses_{$verb} before {$verb} on journal begin select raise(abort, 'the journal is append-only'); end",
                ),
                'pgsql' => DB::unprepared("create rule journal_refuses_{$verb} as on {$verb} to journal do instead nothing"),
                default => null,
            };
        }

        Schema::create('settings', function (Blueprint $table): void {
            $table->string('id')->primary();
            $table->json('value');
            $table->unsignedInteger('version')->default(1);
        });

        Schema::create('api_tokens', function (Blueprint $table): void {
            $table->id();
            $table->string('name')->unique();
            $table->string('hash', 64)->unique();
            $table->json('abilities');
            $table->dateTime('expires_at', 3)->nullable();
            $table->dateTime('created_at', 3);
        });

        Schema::create('leases', function (Blueprint $table): void {
            $table->string('id')->primary();
            $table->string('holder');
            $table->dateTime('until', 3);
        });

        // What was asked for once, by the key that the asking browser made: a double click does nothing twice.
        Schema::create('requests_done', function (Blueprint $table): void {
            $table->string('id', 64)->primary();
            $table->dateTime('at', 3)->index();
        });

        Schema::create('outbox', function (Blueprint $table): void {
            $table->id();
            $table->string('kind');
            $table->string('key')->unique();
            $table->json('payload');
            $table->dateTime('made_at', 3);
            $table->dateTime('due_at', 3);
            $table->unsignedInteger('attempts')->default(0);
            $table->dateTime('tried_at', 3)->nullable();
            $table->dateTime('sent_at', 3)->nullable();
            $table->dateTime('failed_at', 3)->nullable();
            $table->text('error')->nullable();
            $table->index(['sent_at', 'failed_at', 'due_at']);
        });

        Schema::create('jobs', function (Blueprint $table): void {
            $table->id();
            $table->string('queue')->index();
            $table->longText('payload');
            $table->unsignedTinyInteger('attempts');
            $table->unsignedInteger('reserved_at')->nullable();
            $table->unsignedInteger('available_at');
            $table->unsignedInteger('created_at');
        });

        Schema::create('failed_jobs', function (Blueprint $table): void {
            $table->id();
            $table->string('uuid')->unique();
            $table->text('connection');
            $table->text('queue');
            $table->longText('payload');
            $table->longText('exception');
            $table->timestamp('failed_at')->useCurrent();
        });
    }
};
