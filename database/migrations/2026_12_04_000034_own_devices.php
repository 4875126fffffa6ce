<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** Which of their own devices somebody reports. */
return new class () extends Migration
{
    public function up(): void
    {
        Schema::table('reports', function (Blueprint $table): void {
            $table->string('item_id', 128)->nullable();
            $table->foreign('item_id')->references('id')->on('items')->nullOnDelete();
        });
    }
};
