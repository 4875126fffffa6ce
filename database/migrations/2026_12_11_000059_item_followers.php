<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** Whoever signs in follows an item: they hear of each incident that hits it. */
return new class () extends Migration
{
    public function up(): void
    {
        Schema::create('item_followers', static function (Blueprint $table): void {
            $table->string('item_id', 128);
            $table->string('person_id');
            $table->foreign('person_id')->references('id')->on('people');
            $table->dateTime('since');
            $table->primary(['item_id', 'person_id']);
            $table->index('person_id');
        });
    }
};
