<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class () extends Migration
{
    public function up(): void
    {
        Schema::create('incidents', function (Blueprint $table): void {
            $table->id();
            $table->string('title');
            $table->string('service_id', 128);
            $table->foreign('service_id')->references('id')->on('items');
            $table->string('team_id', 128)->nullable();
            $table->foreign('team_id')->references('id')->on('teams');
            $table->string('impact');
            $table->string('urgency');
            $table->unsignedTinyInteger('priority');
            $table->string('stage');
            $table->string('coordinator_id', 128);
            $table->foreign('coordinator_id')->references('id')->on('people');
            $table->dateTime('started_at', 3);
            $table->dateTime('declared_at', 3);
            $table->dateTime('restore_by', 3);
            $table->dateTime('next_update_at', 3)->nullable();
            $table->dateTime('update_overdue_at', 3)->nullable();
            $table->dateTime('resolved_at', 3)->nullable();
            $table->text('resolution')->nullable();
            $table->unsignedInteger('version')->default(1);
            $table->index(['resolved_at', 'priority']);
            $table->index('next_update_at');
        });

        Schema::create('alerts', function (Blueprint $table): void {
            $table->id();
            $table->string('key');
            $table->string('source');
            $table->string('check');
            $table->string('item_id', 128)->nullable();
            $table->foreign('item_id')->references('id')->on('items');
            $table->string('item_named')->nullable();
            $table->string('level');
            $table->text('summary')->nullable();
            $table->dateTime('first_signal_at', 3);
            $table->dateTime('last_signal_at', 3);
            $table->dateTime('opened_at', 3);
            $table->dateTime('closed_at', 3)->nullable();
            $table->unsignedInteger('count');
            $table->unsignedInteger('flips');
            $table->string('taken_by', 128)->nullable();
            $table->foreign('taken_by')->references('id')->on('people');
            $table->dateTime('taken_at', 3)->nullable();
            $table->dateTime('wait_until', 3)->nullable();
            $table->foreignId('incident_id')->nullable()->constrained('incidents');
            $table->index(['closed_at', 'opened_at']);
            $table->index(['key', 'id']);
            $table->index('incident_id');
            $table->index('wait_until');
            $table->index('item_id');
        });

        Schema::create('signals', function (Blueprint $table): void {
            $table->id();
            $table->string('source', 128);
            $table->string('external_id', 128)->nullable();
            $table->dateTime('at', 3);
            $table->string('item', 128)->nullable();
            $table->string('check', 128);
            $table->string('condition');
            $table->string('level');
            $table->json('labels')->nullable();
            $table->text('summary')->nullable();
            $table->double('value')->nullable();
            $table->string('unit')->nullable();
            $table->text('url')->nullable();
            $table->dateTime('received_at', 3);
            $table->boolean('taken')->default(false);
            $table->foreignId('alert_id')->nullable()->constrained('alerts');
            $table->unique(['source', 'external_id']);
            $table->index(['taken', 'id']);
            $table->index('alert_id');
        });

        Schema::create('reports', function (Blueprint $table): void {
            $table->id();
            $table->string('token', 40)->unique();
            $table->string('service_id', 128);
            $table->foreign('service_id')->references('id')->on('items');
            $table->string('site')->nullable();
            $table->text('what');
            $table->string('name')->nullable();
            $table->string('email')->nullable();
            $table->dateTime('told_at', 3);
            $table->string('send_key')->unique();
            $table->foreignId('incident_id')->nullable()->constrained('incidents');
            $table->dateTime('resolved_at', 3)->nullable();
            $table->index(['resolved_at', 'incident_id']);
            $table->index('service_id');
        });

        Schema::create('updates', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('incident_id')->constrained('incidents');
            $table->unsignedInteger('number');
            $table->string('stage');
            $table->text('text');
            $table->text('meanwhile')->nullable();
            $table->json('services');
            $table->dateTime('next_at', 3)->nullable();
            $table->string('author_id', 128);
            $table->foreign('author_id')->references('id')->on('people');
            $table->dateTime('published_at', 3);
            $table->unique(['incident_id', 'number']);
            $table->index('published_at');
        });

        Schema::create('calls', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('incident_id')->constrained('incidents');
            $table->string('team_id', 128);
            $table->foreign('team_id')->references('id')->on('teams');
            $table->json('policy');
            $table->json('contacts');
            $table->json('rotas');
            $table->dateTime('started_at', 3);
            $table->dateTime('followed_until', 3)->nullable();
            $table->string('outcome');
            $table->dateTime('outcome_at', 3)->nullable();
            $table->string('held_by')->nullable();
            $table->dateTime('next_due_at', 3)->nullable();
            $table->dateTime('step_ends_at', 3)->nullable();
            $table->unsignedInteger('round')->default(1);
            $table->unsignedInteger('step')->default(1);
            $table->unsignedInteger('steps_told')->default(0);
            $table->index('next_due_at');
            $table->unique(['incident_id', 'team_id']);
        });

        Schema::create('call_happenings', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('call_id')->constrained('calls');
            $table->dateTime('at', 3);
            $table->dateTime('noted_at', 3);
            $table->string('kind');
            $table->string('person_id')->nullable();
            $table->string('channel')->nullable();
            $table->index(['call_id', 'id']);
        });

        Schema::create('pages', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('call_id')->constrained('calls');
            $table->unsignedInteger('ordinal');
            $table->string('person_id', 128);
            $table->foreign('person_id')->references('id')->on('people');
            $table->string('channel');
            $table->string('address');
            $table->unsignedInteger('round');
            $table->unsignedInteger('step');
            $table->dateTime('at', 3);
            $table->string('token', 40)->unique();
            $table->dateTime('sent_at', 3)->nullable();
            $table->dateTime('failed_at', 3)->nullable();
            $table->dateTime('opened_at', 3)->nullable();
            $table->string('answer')->nullable();
            $table->dateTime('answered_at', 3)->nullable();
            $table->unique(['call_id', 'ordinal']);
        });
    }
};
