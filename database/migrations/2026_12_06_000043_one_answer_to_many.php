<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** What all reporters of an incident are told, those too who are linked later; and who was. */
return new class () extends Migration
{
    public function up(): void
    {
        Schema::create('incident_answers', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('incident_id')->constrained();
            $table->text('text');
            $table->string('person_id');
            $table->foreign('person_id')->references('id')->on('people');
            $table->dateTime('at', 3);
            $table->dateTime('stopped_at', 3)->nullable();
            $table->index(['incident_id', 'stopped_at']);
        });
        Schema::create('incident_answers_given', function (Blueprint $table): void {
            $table->foreignId('answer_id')->constrained('incident_answers');
            $table->foreignId('report_id')->constrained();
            $table->dateTime('at', 3);
            $table->primary(['answer_id', 'report_id']);
        });
    }
};
