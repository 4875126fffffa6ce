<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class () extends Migration
{
    public function up(): void
    {
        // What monitors call an item that the estate knows by another name.
        Schema::create('item_aliases', function (Blueprint $table): void {
            $table->string('named', 128)->primary();
            $table->string('item_id', 128);
            $table->foreign('item_id')->references('id')->on('items')->cascadeOnDelete();
            $table->string('person_id', 128)->nullable();
            $table->dateTime('at', 3);
        });
    }
};
