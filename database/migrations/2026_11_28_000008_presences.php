<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** Who is in the room of an incident at this moment. */
return new class () extends Migration
{
    public function up(): void
    {
        Schema::create('presences', function (Blueprint $table): void {
            $table->foreignId('incident_id')->constrained('incidents')->cascadeOnDelete();
            $table->string('person_id', 128);
            $table->foreign('person_id')->references('id')->on('people');
            $table->dateTime('seen_at', 3)->index();
            $table->primary(['incident_id', 'person_id']);
        });
    }

    public function down(): void
    {
        Schema::dropIfExists('presences');
    }
};
