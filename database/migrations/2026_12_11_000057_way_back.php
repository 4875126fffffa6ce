<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** How long it takes to go back: by it one knows when to turn at the latest. */
return new class () extends Migration
{
    public function up(): void
    {
        foreach (['changes', 'change_templates'] as $name) {
            Schema::table($name, static fn(Blueprint $table) => $table->unsignedInteger('back_minutes')->nullable());
        }
    }
};
