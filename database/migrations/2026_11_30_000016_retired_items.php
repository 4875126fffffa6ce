<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class () extends Migration
{
    public function up(): void
    {
        // Items that are no longer there: kept for their history, with what they needed and what needed them, so that it can be taken back.
        Schema::create('retired_items', function (Blueprint $table): void {
            $table->string('item_id', 128)->primary();
            $table->foreign('item_id')->references('id')->on('items')->cascadeOnDelete();
            $table->string('person_id', 128);
            $table->string('why', 500);
            $table->dateTime('at', 3);
            $table->json('dependencies');
            $table->json('groups');
        });
    }
};
