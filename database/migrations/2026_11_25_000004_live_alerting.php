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
        // Signals are written once and never changed: what was taken is known by how far the clock has come.
        Schema::rename('signals', 'signals_before');
        foreach (['signals_source_external_id_unique', 'signals_taken_id_index', 'signals_alert_id_index'] as $index) {
            DB::statement("drop index if exists $index");
        }
        Schema::create('signals', function (Blueprint $table): void {
            $table->id();
            $table->string('source', 128);
            $table->string('external_id', 128)->nullable();
            // Seconds since the epoch: when it counts, and, where that is not what the sender said, what the sender said.
            $table->integer('at');
            $table->integer('said_at')->nullable();
            $table->string('item', 128)->nullable();
            $table->string('check', 128);
            $table->string('condition');
            $table->string('level');
            $table->json('labels')->nullable();
            $table->text('summary')->nullable();
            $table->double('value')->nullable();
            $table->string('unit')->nullable();
            $table->text('url')->nullable();
            $table->text('payload')->nullable();
            $table->integer('received_at');
            // A hash of source, item and check.
            $table->bigInteger('family');
            $table->unique(['source', 'external_id']);
            $table->index(['family', 'at']);
        });
        DB::statement("insert into signals (id, source, external_id, at, item, \"check\", condition, level, labels, summary, value, unit, url, received_at, family)
            select id, source, external_id, cast(strftime('%s', at) as integer), item, \"check\", condition, level, labels, summary, value, unit, url, cast(strftime('%s', received_at) as integer), 0 from signals_before");
        Schema::drop('signals_before');

        Schema::table('alerts', function (Blueprint $table): void {
            // Which of its key's alerts this is, from 1: with the key, what it is known by when things are done anew.
            $table->unsignedInteger('number')->default(1);
            $table->string('stamp')->default('');
            // Item by item, since which stamp, and whether something fires on it now.
            $table->json('items')->default('{}');
            $table->json('threads')->default('[]');
            $table->dateTime('mended_at', 3)->nullable();
            $table->dateTime('withdrawn_at', 3)->nullable();
            // Groups are known by their founder. What the rules made of it, and what a person made of that.
            $table->foreignId('joined_id')->nullable()->constrained('alerts');
            $table->foreignId('merged_into_id')->nullable()->constrained('alerts');
            $table->string('merged_stamp')->nullable();
            $table->foreignId('gathered_in_id')->nullable()->constrained('alerts');
            $table->foreignId('moved_to_id')->nullable()->constrained('alerts');
            $table->foreignId('put_with_id')->nullable()->constrained('alerts');
            $table->foreignId('group_id')->nullable()->constrained('alerts');
            // Where it goes.
            $table->string('team_id', 128)->nullable();
            $table->string('handling')->default('decide');
            $table->unsignedInteger('rules_version')->nullable();
            $table->dateTime('handle_at', 3)->nullable();
            $table->dateTime('handled_at', 3)->nullable();
            $table->string('closed_reason')->nullable();
            $table->string('closed_by', 128)->nullable();
            $table->dateTime('put_away_at', 3)->nullable();
            $table->index('stamp');
            $table->index(['group_id', 'opened_at']);
            $table->index(['gathered_in_id', 'opened_at']);
            $table->index('merged_stamp');
            $table->index('handle_at');
            $table->index('opened_at');
        });
        foreach (DB::table('alerts')->orderBy('key')->orderBy('id')->get(['id', 'key', 'item_named', 'opened_at']) as $alert) {
            $numbers[$alert->key] = ($numbers[$alert->key] ?? 0) + 1;
            $stamp = sprintf('%012d1', strtotime($alert->opened_at.' UTC')).$alert->key;
            DB::table('alerts')->where('id', $alert->id)->update([
                'number' => $numbers[$alert->key], 'stamp' => $stamp, 'joined_id' => $alert->id, 'gathered_in_id' => $alert->id,
                'group_id' => $alert->id,
                'items' => json_encode($alert->item_named === null ? new stdClass : [$alert->item_named => [$stamp, false]]),
            ]);
        }
        Schema::table('alerts', function (Blueprint $table): void {
            $table->unique(['key', 'number']);
        });
        // What nobody has decided about is asked for on every screen, in its groups.
        DB::statement(
            'create index alerts_undecided_index on alerts (group_id, item_id, level, first_signal_at, taken_at, handling, handle_at, wait_until) where closed_at is null and incident_id is null and put_away_at is null'
        );

        Schema::create('alert_items', function (Blueprint $table): void {
            $table->foreignId('alert_id')->constrained('alerts')->cascadeOnDelete();
            $table->string('item', 128);
            $table->string('stamp');
            $table->dateTime('opened_at', 3);
            $table->boolean('fires');
            $table->primary(['alert_id', 'item']);
            $table->index(['item', 'opened_at']);
        });
        DB::statement(
            'insert into alert_items (alert_id, item, stamp, opened_at, fires) select id, item_named, stamp, opened_at, closed_at is null from alerts where item_named is not null'
        );

        Schema::create('bundles', function (Blueprint $table): void {
            $table->id();
            $table->text('states');
            $table->integer('next_look_at')->nullable();
            $table->boolean('busy');
            $table->integer('touched_at');
            $table->index('next_look_at');
            $table->index(['busy', 'touched_at']);
        });
        // Which families (f) and keys (k) a bundle knows.
        DB::statement(
            'create table bundle_members (kind text not null, name text not null, bundle_id integer not null, primary key (kind, name)) without rowid'
        );
        DB::statement('create index bundle_members_bundle_id_index on bundle_members (bundle_id)');

        Schema::create('clock_marks', function (Blueprint $table): void {
            $table->string('name')->primary();
            $table->unsignedBigInteger('mark');
        });
        DB::table('clock_marks')->insert(['name' => 'signals', 'mark' => (int) DB::table('signals')->max('id')]);

        Schema::create('rule_sets', function (Blueprint $table): void {
            $table->id();
            $table->json('settings');
            $table->string('note')->nullable();
            $table->string('author_id', 128)->nullable();
            $table->foreign('author_id')->references('id')->on('people');
            $table->dateTime('at', 3);
            // Signals after this one are treated by it.
            $table->unsignedBigInteger('after_signal_id');
            $table->unsignedBigInteger('restored_from')->nullable();
        });
        DB::table('rule_sets')->insert([
            'settings' => json_encode([
                'hold' => 'PT0S', 'settle' => 'PT0S', 'reopen' => 'PT30M', 'flap' => ['times' => 5, 'within' => 'PT10M'],
                'gather' => 'PT10M', 'gather_limit' => 'PT2H', 'reach' => 3, 'rules' => [],
            ]),
            'note' => 'As installed', 'at' => now(), 'after_signal_id' => 0,
        ]);

        Schema::create('quiet_times', function (Blueprint $table): void {
            $table->id();
            $table->json('items');
            $table->boolean('with_dependents');
            // What that came to: items, and those that stand on them.
            $table->json('covers');
            $table->dateTime('from_at', 3);
            $table->dateTime('to_at', 3);
            $table->string('reason');
            $table->string('author_id', 128);
            $table->foreign('author_id')->references('id')->on('people');
            $table->dateTime('made_at', 3);
            $table->index('to_at');
        });

        Schema::create('sources', function (Blueprint $table): void {
            $table->string('id', 128)->primary();
            $table->string('name');
            $table->string('token_hash')->nullable()->unique();
            $table->json('mapping')->nullable();
            $table->text('sample')->nullable();
            $table->unsignedInteger('per_minute')->nullable();
            $table->string('team_id', 128)->nullable();
            $table->foreign('team_id')->references('id')->on('teams');
            $table->dateTime('made_at', 3);
            $table->unsignedInteger('version')->default(1);
        });
        // What came from each, minute by minute: its rate, its limit, its trouble.
        Schema::create('source_minutes', function (Blueprint $table): void {
            $table->string('source', 128);
            $table->integer('minute');
            $table->unsignedInteger('accepted')->default(0);
            $table->unsignedInteger('repeated')->default(0);
            $table->unsignedInteger('refused')->default(0);
            $table->unsignedInteger('turned_away')->default(0);
            $table->unsignedInteger('unmapped')->default(0);
            $table->integer('clock_off')->nullable();
            $table->integer('last_at')->nullable();
            $table->primary(['source', 'minute']);
            $table->index('minute');
        });
        Schema::create('source_errors', function (Blueprint $table): void {
            $table->id();
            $table->string('source', 128);
            $table->dateTime('at', 3);
            $table->text('what');
            $table->index(['source', 'id']);
        });
        // Payloads that the mapping of their source did not fit; kept until they are sent through again.
        Schema::create('unmapped_payloads', function (Blueprint $table): void {
            $table->id();
            $table->string('source', 128);
            $table->text('payload');
            $table->text('why');
            $table->integer('received_at');
            $table->dateTime('mapped_at', 3)->nullable();
            $table->index(['source', 'mapped_at', 'id']);
        });
        Schema::create('heartbeats', function (Blueprint $table): void {
            $table->id();
            $table->string('name');
            $table->string('source', 128);
            $table->string('check', 128)->nullable();
            $table->string('item', 128)->nullable();
            $table->unsignedInteger('every_seconds');
            $table->unsignedInteger('grace_seconds')->default(0);
            $table->string('level');
            $table->integer('last_at')->nullable();
            $table->integer('since');
            $table->boolean('silent')->default(false);
            $table->integer('due_at');
            $table->unsignedInteger('times_silent')->default(0);
            $table->index('due_at');
            $table->index('source');
        });

        Schema::create('alert_filters', function (Blueprint $table): void {
            $table->id();
            $table->string('person_id', 128);
            $table->foreign('person_id')->references('id')->on('people')->cascadeOnDelete();
            $table->string('name');
            $table->string('query');
            $table->unique(['person_id', 'name']);
        });

        Schema::table('teams', function (Blueprint $table): void {
            // Whether groups of its alerts become incidents by themselves, and when.
            $table->string('auto_incidents')->default('off');
            $table->json('auto_when')->default('{}');
        });
        Schema::table('incidents', function (Blueprint $table): void {
            $table->string('coordinator_id', 128)->nullable()->change();
            // Whether what joins the group of its alerts becomes part of it by itself.
            $table->boolean('follows_group')->default(false);
        });
    }
};
