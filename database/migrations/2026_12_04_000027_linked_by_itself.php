<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** Tickets that were linked without anybody's doing: whoever reported may say that theirs is something else. */
return new class () extends Migration
{
    public function up(): void
    {
        Schema::table('tickets', function (Blueprint $table): void {
            $table->boolean('linked_by_itself')->default(false);
        });
    }
};
