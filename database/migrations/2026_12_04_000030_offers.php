<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** A ticket that is handed to a person stays where it is until they accept it. */
return new class () extends Migration
{
    public function up(): void
    {
        Schema::table('tickets', function (Blueprint $table): void {
            $table->string('offered_to_id', 128)->nullable()->index();
            $table->string('offered_by_id', 128)->nullable();
            $table->foreign('offered_to_id')->references('id')->on('people');
            $table->foreign('offered_by_id')->references('id')->on('people');
        });
    }
};
