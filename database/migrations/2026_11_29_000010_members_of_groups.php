<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** The members of a group are read together, however large the estate. */
return new class () extends Migration
{
    public function up(): void
    {
        Schema::table('dependencies', function (Blueprint $table): void {
            $table->index('group_id');
        });
    }

    public function down(): void
    {
        Schema::table('dependencies', function (Blueprint $table): void {
            $table->dropIndex(['group_id']);
        });
    }
};
