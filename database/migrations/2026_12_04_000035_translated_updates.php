<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** Updates in the languages of those who reported what they are about. */
return new class () extends Migration
{
    public function up(): void
    {
        Schema::create('update_translations', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('update_id')->constrained('updates');
            $table->string('to', 8);
            // Null: it was asked for.
            $table->text('text')->nullable();
            $table->dateTime('at', 3);
            $table->unique(['update_id', 'to']);
        });
    }
};
