<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** What is said about an incident in its conversation, and who is on its phone bridge. */
return new class () extends Migration
{
    public function up(): void
    {
        Schema::create('conversations', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('incident_id')->constrained();
            $table->string('name')->unique();
            $table->dateTime('opened_at', 3);
            $table->dateTime('closed_at', 3)->nullable();
            $table->string('trouble')->nullable();
            $table->index('incident_id');
        });
        Schema::create('conversation_messages', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('conversation_id')->constrained();
            $table->foreignId('incident_id')->constrained();
            $table->string('message');
            $table->unsignedBigInteger('seq');
            $table->string('person_id')->nullable();
            $table->foreign('person_id')->references('id')->on('people');
            $table->dateTime('said_at', 3);
            $table->string('made_into')->nullable();
            $table->string('made_by_id')->nullable();
            $table->foreign('made_by_id')->references('id')->on('people');
            $table->unique(['conversation_id', 'message']);
            $table->index(['incident_id', 'said_at']);
        });
        Schema::create('bridges', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('incident_id')->constrained();
            $table->string('name')->unique();
            $table->string('number')->nullable();
            $table->dateTime('opened_at', 3);
            $table->dateTime('closed_at', 3)->nullable();
            $table->string('trouble')->nullable();
            $table->index('incident_id');
        });
        Schema::create('bridge_events', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('bridge_id')->constrained();
            $table->string('event');
            $table->string('person_id');
            $table->foreign('person_id')->references('id')->on('people');
            $table->string('heard');
            $table->dateTime('at', 3);
            $table->unique(['bridge_id', 'event']);
        });
    }
};
