<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** Major is a mark of its own; who does what in an incident, and to whom coordination is offered. */
return new class () extends Migration
{
    public function up(): void
    {
        Schema::table('incidents', function (Blueprint $table): void {
            $table->dateTime('major_at', 3)->nullable();
        });
        Schema::create('incident_roles', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('incident_id')->constrained();
            $table->string('role');
            $table->string('person_id');
            $table->foreign('person_id')->references('id')->on('people');
            $table->dateTime('since', 3);
            $table->dateTime('until', 3)->nullable();
            $table->index(['incident_id', 'until']);
        });
        Schema::create('coordination_offers', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('incident_id')->constrained();
            $table->string('from_id');
            $table->string('to_id');
            $table->foreign('from_id')->references('id')->on('people');
            $table->foreign('to_id')->references('id')->on('people');
            $table->text('brief');
            $table->dateTime('offered_at', 3);
            $table->dateTime('settled_at', 3)->nullable();
            $table->index(['to_id', 'settled_at']);
            $table->index(['incident_id', 'settled_at']);
        });
    }
};
