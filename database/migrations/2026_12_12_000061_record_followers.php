<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** Whoever signs in follows a ticket, a change or another record that has a story: what is written into it is mailed to them. */
return new class () extends Migration
{
    public function up(): void
    {
        Schema::create('record_followers', static function (Blueprint $table): void {
            $table->string('kind', 40);
            $table->unsignedBigInteger('record_id');
            $table->string('person_id');
            $table->foreign('person_id')->references('id')->on('people');
            $table->dateTime('since');
            // How far in the journal they have been told.
            $table->unsignedBigInteger('told_seq');
            $table->primary(['kind', 'record_id', 'person_id']);
            $table->index('person_id');
        });
    }
};
