<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

/** Pages that say what became of them, answers from where they arrived, calls by hand, rules of people and policies for cases. */
return new class () extends Migration
{
    public function up(): void
    {
        Schema::table('outbox', function (Blueprint $table): void {
            // Of what is due, a lower one goes first.
            $table->unsignedInteger('rank')->default(9);
            $table->string('claimed_by')->nullable();
            // The message that this one goes out as a part of.
            $table->unsignedBigInteger('goes_with')->nullable()->index();
            $table->dropIndex(['sent_at', 'failed_at', 'due_at']);
        });
        // What waits is little, beside all that ever went out.
        DB::statement('create index outbox_waiting on outbox (rank, due_at, id) where sent_at is null and failed_at is null');

        Schema::table('people', function (Blueprint $table): void {
            $table->json('reach_rules')->default('[]');
            $table->dateTime('left_at', 3)->nullable();
        });

        Schema::table('escalation_policies', function (Blueprint $table): void {
            $table->dropUnique(['team_id']);
            $table->index('team_id');
            // For which cases of the team it is; all null: for the rest.
            $table->string('service_id', 128)->nullable();
            $table->json('urgencies')->default('[]');
            $table->json('hours')->nullable();
            // Of a yes after which nothing is done: when it is asked about, and how long for an answer.
            $table->unsignedInteger('patience_seconds')->default(1200);
            $table->unsignedInteger('answer_seconds')->default(180);
        });

        Schema::table('calls', function (Blueprint $table): void {
            $table->dropUnique(['incident_id', 'team_id']);
            $table->string('team_id', 128)->nullable()->change();
            $table->index(['incident_id', 'team_id']);
            // One who was called by hand, in place of a team.
            $table->string('person_id', 128)->nullable();
            $table->foreignId('policy_id')->nullable();
            $table->string('policy_name')->default('');
            $table->unsignedInteger('patience_seconds')->default(1200);
            $table->unsignedInteger('answer_seconds')->default(180);
            // How far its own time is from the clock's, since that was set while it ran.
            $table->integer('shift_seconds')->default(0);
            // How many pages of its course are recorded.
            $table->unsignedInteger('pages_told')->default(0);
            // What the present yes is held to.
            $table->dateTime('held_since', 3)->nullable();
            $table->dateTime('begins_at', 3)->nullable();
            $table->dateTime('asked_at', 3)->nullable();
            $table->dateTime('hold_due_at', 3)->nullable()->index();
            // The call that whoever has it keeps until this one is answered.
            $table->foreignId('handed_from')->nullable()->index();
        });

        Schema::table('pages', function (Blueprint $table): void {
            $table->unsignedBigInteger('call_id')->nullable()->change();
            $table->unsignedInteger('ordinal')->nullable()->change();
            // call: of a call's course; ask: whether they are on it; test: to oneself
            $table->string('kind')->default('call');
            $table->dateTime('expires_at', 3)->nullable();
            // The page with which this one went out as one.
            $table->unsignedBigInteger('lead_id')->nullable()->index();
            $table->dateTime('confirm_by', 3)->nullable();
            $table->dateTime('delivered_at', 3)->nullable();
            $table->string('error')->nullable();
            // How the answer came: page, link, text, mail, key, room.
            $table->string('answered_how')->nullable();
            $table->index(['channel', 'id']);
            $table->index(['person_id', 'id']);
            // When the link was answered through; it works once.
            $table->dateTime('used_at', 3)->nullable();
        });
        DB::statement('update calls set pages_told = (select count(*) from pages where pages.call_id = calls.id)');
        DB::statement(
            'create index pages_unconfirmed on pages (confirm_by) where confirm_by is not null and delivered_at is null and failed_at is null'
        );

        Schema::create('delivery_paths', function (Blueprint $table): void {
            $table->string('channel')->primary();
            $table->boolean('works');
            $table->dateTime('since', 3);
            $table->string('why')->default('');
        });

        Schema::create('absences', function (Blueprint $table): void {
            $table->id();
            $table->string('person_id', 128);
            $table->foreign('person_id')->references('id')->on('people')->cascadeOnDelete();
            // leave: cannot; wish: would rather not
            $table->string('kind');
            $table->integer('from_at');
            $table->integer('to_at');
            $table->string('what')->default('');
            // As the calendar that it came from names it; null: put in by hand.
            $table->string('uid')->nullable();
            $table->unique(['person_id', 'uid']);
            $table->index(['person_id', 'to_at']);
        });

        Schema::create('handovers', function (Blueprint $table): void {
            $table->id();
            $table->string('rota_id');
            $table->foreign('rota_id')->references('id')->on('rotas')->cascadeOnDelete();
            $table->integer('at');
            $table->string('leaves_id', 128)->nullable();
            $table->string('comes_id', 128)->nullable();
            $table->json('gathered');
            $table->text('added')->default('');
            $table->unsignedInteger('version')->default(1);
            $table->dateTime('confirmed_at', 3)->nullable();
            $table->string('confirmed_by', 128)->nullable();
            $table->unique(['rota_id', 'at']);
        });
    }
};
