<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** A task belongs to a ticket or to an incident. */
return new class () extends Migration
{
    public function up(): void
    {
        Schema::table('ticket_tasks', function (Blueprint $table): void {
            $table->unsignedBigInteger('ticket_id')->nullable()->change();
            $table->foreignId('incident_id')->nullable()->index()->constrained('incidents');
            $table->unique(['incident_id', 'ordinal']);
        });
    }
};
