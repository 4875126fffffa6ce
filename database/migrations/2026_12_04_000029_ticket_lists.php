<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** Lists of tickets that somebody keeps under a name. */
return new class () extends Migration
{
    public function up(): void
    {
        Schema::create('ticket_lists', function (Blueprint $table): void {
            $table->id();
            $table->string('person_id', 128);
            $table->foreign('person_id')->references('id')->on('people');
            $table->string('name');
            $table->string('query', 500);
            $table->unique(['person_id', 'name']);
        });
    }
};
