<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** Steps of a ticket, the checklists that they come from, what was tried, and times when a service counts more. */
return new class () extends Migration
{
    public function up(): void
    {
        Schema::create('checklists', function (Blueprint $table): void {
            $table->id();
            $table->string('name');
            $table->string('service_id', 128)->nullable();
            $table->foreign('service_id')->references('id')->on('items')->nullOnDelete();
            $table->json('steps');
            $table->unsignedInteger('version')->default(1);
            $table->dateTime('dropped_at', 3)->nullable();
        });
        Schema::create('ticket_tasks', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('ticket_id')->index()->constrained('tickets');
            $table->foreignId('checklist_id')->nullable()->constrained('checklists');
            $table->unsignedInteger('ordinal');
            $table->string('text');
            $table->string('team_id', 128)->nullable();
            $table->foreign('team_id')->references('id')->on('teams');
            $table->boolean('must')->default(false);
            $table->string('state')->index();
            $table->string('why')->nullable();
            $table->string('person_id', 128)->nullable();
            $table->foreign('person_id')->references('id')->on('people');
            $table->dateTime('made_at', 3);
            $table->dateTime('settled_at', 3)->nullable();
            $table->unique(['ticket_id', 'ordinal']);
        });
        Schema::create('ticket_attempts', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('ticket_id')->index()->constrained('tickets');
            $table->string('what');
            $table->string('outcome');
            $table->string('why')->nullable();
            $table->boolean('by_reporter')->default(false);
            $table->string('person_id', 128);
            $table->foreign('person_id')->references('id')->on('people');
            $table->dateTime('at', 3);
        });
        Schema::create('busy_periods', function (Blueprint $table): void {
            $table->id();
            $table->string('name');
            $table->string('service_id', 128)->nullable();
            $table->foreign('service_id')->references('id')->on('items')->nullOnDelete();
            $table->dateTime('from_at', 3);
            $table->dateTime('until_at', 3)->index();
        });
    }
};
