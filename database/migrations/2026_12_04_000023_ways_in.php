<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** How a report came in and what its reporter answered; what the desk corrects, so that it is learned. */
return new class () extends Migration
{
    public function up(): void
    {
        Schema::table('reports', function (Blueprint $table): void {
            $table->string('way')->default('form');
            // Whether somebody said which service it is; else it is a suggestion.
            $table->boolean('service_said')->default(true);
            $table->string('stops')->nullable();
            $table->string('others')->nullable();
            $table->string('waits')->nullable();
        });
        Schema::create('ticket_lessons', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('ticket_id')->constrained('tickets');
            $table->string('field');
            $table->string('suggested')->nullable();
            $table->string('value');
            $table->string('person_id', 128);
            $table->foreign('person_id')->references('id')->on('people');
            $table->dateTime('at', 3);
            $table->dateTime('undone_at', 3)->nullable();
            $table->index(['ticket_id', 'field']);
        });
    }
};
