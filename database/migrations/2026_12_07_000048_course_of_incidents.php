<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** What of an incident no journal entry says, each time it became different: how far it reached, and what was running out. */
return new class () extends Migration
{
    public function up(): void
    {
        Schema::create('incident_course', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('incident_id')->constrained();
            $table->dateTime('at', 3);
            $table->string('aspect');
            $table->text('value');
            $table->index(['incident_id', 'aspect', 'id']);
        });
    }
};
