<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** Changes: planned, approved and carried out here, or told by a delivery pipeline; and which are suspected of an incident. */
return new class () extends Migration
{
    public function up(): void
    {
        Schema::create('changes', function (Blueprint $table): void {
            $table->id();
            $table->string('title');
            $table->string('kind');
            $table->string('state');
            $table->text('reason')->nullable();
            $table->text('back_out')->nullable();
            $table->dateTime('from_at', 3);
            $table->dateTime('to_at', 3);
            $table->dateTime('began_at', 3)->nullable();
            $table->dateTime('ended_at', 3)->nullable();
            $table->string('result')->nullable();
            $table->string('told_result')->nullable();
            $table->text('note')->nullable();
            foreach (['author_id', 'implementer_id', 'review_by_id'] as $person) {
                $table->string($person)->nullable();
                $table->foreign($person)->references('id')->on('people');
            }
            $table->string('author_named')->nullable();
            $table->string('team_id')->nullable();
            $table->foreign('team_id')->references('id')->on('teams');
            $table->foreignId('incident_id')->nullable()->constrained();
            $table->foreignId('undoes_id')->nullable()->constrained('changes');
            $table->unsignedBigInteger('quiet_id')->nullable();
            $table->boolean('is_recorded')->default(false);
            $table->boolean('is_major')->default(false);
            $table->string('source')->nullable();
            $table->string('external')->nullable();
            $table->string('service_named')->nullable();
            $table->string('environment')->nullable();
            $table->string('doing')->nullable();
            $table->string('version_named')->nullable();
            $table->string('commits')->nullable();
            $table->string('work_item')->nullable();
            $table->dateTime('review_due_at', 3)->nullable();
            $table->dateTime('reviewed_at', 3)->nullable();
            $table->text('review_text')->nullable();
            $table->dateTime('made_at', 3);
            $table->unsignedInteger('edition')->default(1);
            $table->unique(['source', 'external']);
            $table->index(['service_named', 'environment']);
            $table->index('state');
            $table->index('from_at');
            $table->index('ended_at');
        });
        Schema::create('change_items', function (Blueprint $table): void {
            $table->foreignId('change_id')->constrained('changes');
            $table->string('item');
            $table->boolean('goes_down');
            $table->primary(['change_id', 'item']);
            $table->index('item');
        });
        Schema::create('change_steps', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('change_id')->constrained('changes');
            $table->unsignedInteger('ordinal');
            $table->string('text', 500);
            $table->unsignedInteger('minutes')->nullable();
            $table->string('check', 500)->nullable();
            $table->string('back', 500)->nullable();
            $table->boolean('no_return')->default(false);
            $table->string('done_by_id')->nullable();
            $table->foreign('done_by_id')->references('id')->on('people');
            $table->dateTime('done_at', 3)->nullable();
        });
        Schema::create('change_approvals', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('change_id')->constrained('changes');
            $table->unsignedInteger('round');
            $table->dateTime('asked_at', 3);
            $table->string('asked_by_id');
            $table->foreign('asked_by_id')->references('id')->on('people');
            $table->json('stages');
            $table->unsignedBigInteger('rules_version');
            $table->text('difference')->nullable();
            $table->string('outcome')->nullable();
            $table->dateTime('ended_at', 3)->nullable();
            $table->dateTime('look_at', 3)->nullable();
            $table->dateTime('reminded_at', 3)->nullable();
            $table->unique(['change_id', 'round']);
            $table->index('look_at');
        });
        Schema::create('change_answers', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('approval_id')->constrained('change_approvals');
            $table->string('person_id');
            $table->foreign('person_id')->references('id')->on('people');
            $table->boolean('is_yes');
            $table->string('comment', 1000)->nullable();
            $table->dateTime('at', 3);
        });
        Schema::create('change_suspicions', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('change_id')->constrained('changes');
            $table->foreignId('incident_id')->constrained();
            $table->string('state');
            $table->float('score')->nullable();
            $table->text('why')->nullable();
            $table->json('added');
            $table->string('by_id');
            $table->foreign('by_id')->references('id')->on('people');
            $table->dateTime('at', 3);
            $table->unique(['incident_id', 'change_id']);
        });
        Schema::create('change_rule_sets', function (Blueprint $table): void {
            $table->id();
            $table->json('settings');
            $table->string('note');
            $table->string('author_id');
            $table->foreign('author_id')->references('id')->on('people');
            $table->dateTime('at', 3);
        });
        Schema::table('incident_items', function (Blueprint $table): void {
            $table->string('why')->nullable();
        });
    }
};
