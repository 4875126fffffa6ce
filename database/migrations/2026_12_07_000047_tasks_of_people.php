<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** A task may be one person's, with a time by which it is to be done, and may be held up by something. */
return new class () extends Migration
{
    public function up(): void
    {
        Schema::table('ticket_tasks', function (Blueprint $table): void {
            $table->string('for_id')->nullable();
            $table->foreign('for_id')->references('id')->on('people');
            $table->dateTime('due_at', 3)->nullable();
            $table->string('blocked')->nullable();
            $table->index(['state', 'due_at']);
            $table->index(['for_id', 'state']);
        });
    }
};
