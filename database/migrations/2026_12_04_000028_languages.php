<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** What was said in another language, beside how it was translated. */
return new class () extends Migration
{
    public function up(): void
    {
        Schema::table('reports', function (Blueprint $table): void {
            $table->string('language', 8)->nullable();
        });
        Schema::create('ticket_translations', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('ticket_id')->constrained('tickets');
            // 0: the words of the report itself.
            $table->unsignedBigInteger('post_id')->default(0);
            $table->string('from', 8);
            $table->string('to', 8);
            $table->text('text')->nullable();
            $table->string('person_id', 128)->nullable();
            $table->foreign('person_id')->references('id')->on('people');
            $table->dateTime('at', 3);
            $table->unique(['ticket_id', 'post_id', 'to']);
        });
    }
};
