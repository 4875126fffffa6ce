<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** Tickets that come in by mail and by chat, and go on there. */
return new class () extends Migration
{
    public function up(): void
    {
        // Which messages came, so that one that comes again is known. Neither who wrote it nor what stands here in words.
        Schema::create('came_in', function (Blueprint $table): void {
            $table->id();
            $table->string('way');
            $table->string('message', 64);
            $table->string('said', 64);
            $table->foreignId('report_id')->constrained('reports');
            $table->dateTime('at', 3);
            $table->unique(['way', 'message']);
            $table->index(['way', 'said', 'at']);
        });
        Schema::table('reports', function (Blueprint $table): void {
            $table->string('chat_channel')->nullable();
            $table->string('chat_thread')->nullable();
            $table->unique(['chat_channel', 'chat_thread']);
        });
    }
};
