<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

/** What was written of incidents, tickets and updates, by its words. The clock fills it from the journal's beginning on. */
return new class () extends Migration
{
    public function up(): void
    {
        Schema::create('known_texts', function (Blueprint $table): void {
            $table->id();
            $table->string('kind');
            $table->unsignedBigInteger('record_id');
            $table->unique(['kind', 'record_id']);
        });
        DB::statement(
            "create virtual table known_search using fts5(title, body, tokenize = \"unicode61 remove_diacritics 2\", prefix = '2 3')"
        );
        DB::table('clock_marks')->insert(['name' => 'known', 'mark' => 0]);
    }
};
