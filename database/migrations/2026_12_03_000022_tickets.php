<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

/** What the desk does about a report: who waits for whom, what was said, what was promised. */
return new class () extends Migration
{
    public function up(): void
    {
        Schema::create('tickets', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('report_id')->unique()->constrained('reports');
            $table->string('kind');
            $table->string('state')->index();
            $table->string('item_id')->nullable();
            $table->string('impact');
            $table->string('urgency');
            $table->unsignedTinyInteger('priority');
            $table->string('team_id')->nullable();
            $table->string('person_id')->nullable();
            $table->dateTime('opened_at', 3)->index();
            $table->dateTime('waits_since', 3);
            $table->string('more_urgent')->nullable();
            $table->dateTime('closed_at', 3)->nullable();
            $table->dateTime('respond_by', 3)->nullable();
            $table->dateTime('restore_by', 3)->nullable();
            $table->dateTime('due_at', 3)->nullable()->index();
            $table->dateTime('warn_at', 3)->nullable()->index();
            $table->json('guesses')->nullable();
            $table->unsignedInteger('version')->default(1);
            $table->foreign('item_id')->references('id')->on('items')->nullOnDelete();
            $table->foreign('team_id')->references('id')->on('teams');
            $table->foreign('person_id')->references('id')->on('people');
        });
        Schema::create('ticket_posts', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('ticket_id')->index()->constrained('tickets');
            $table->string('person_id')->nullable();
            $table->boolean('is_internal');
            $table->text('text')->nullable();
            $table->dateTime('at', 3);
            $table->string('send_key')->nullable()->unique();
            $table->foreign('person_id')->references('id')->on('people');
        });
        Schema::create('ticket_happenings', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('ticket_id')->index()->constrained('tickets');
            $table->unsignedBigInteger('at');
            $table->string('kind');
            $table->unsignedTinyInteger('priority')->nullable();
            $table->string('name')->nullable();
        });
        Schema::create('surges', function (Blueprint $table): void {
            $table->id();
            $table->string('service_id');
            $table->dateTime('began_at', 3);
            $table->dateTime('found_at', 3);
            $table->unsignedInteger('count');
            $table->float('usual');
            $table->string('state')->index();
            $table->string('why')->nullable();
            $table->string('person_id')->nullable();
            $table->dateTime('ended_at', 3)->nullable();
            $table->foreign('service_id')->references('id')->on('items');
            $table->foreign('person_id')->references('id')->on('people');
        });
        // One decision about a service at a time.
        DB::unprepared("create unique index surges_once on surges (service_id) where state = 'open'");
        // What is reported already: a few people, who can wait, until somebody says otherwise.
        DB::unprepared('insert into tickets (report_id, kind, state, impact, urgency, priority, opened_at, waits_since, closed_at) '
            ."select id, 'report', case when resolved_at is null then 'new' else 'done' end, 'few', 'soon', 4, told_at, told_at, resolved_at from reports order by id");
        DB::unprepared('insert into ticket_happenings (ticket_id, at, kind, priority) '
            ."select id, cast(strftime('%s', opened_at) as integer), 'opened', 4 from tickets order by id");
        DB::unprepared('insert into ticket_happenings (ticket_id, at, kind, name) '
            ."select t.id, cast(strftime('%s', t.closed_at) as integer), 'met', n.name from tickets t, (select 'respond' as name union select 'restore') n where t.closed_at is not null order by t.id");
    }
};
