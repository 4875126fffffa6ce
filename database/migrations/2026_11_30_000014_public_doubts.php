<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class () extends Migration
{
    public function up(): void
    {
        // What somebody decided about a service of which the status page says better than is known.
        Schema::create('public_doubts', function (Blueprint $table): void {
            $table->string('name')->primary();
            // As bad as it was then; worse is a further decision.
            $table->string('state');
            $table->boolean('admitted');
            $table->string('why', 500)->default('');
            $table->string('person_id', 128);
            $table->dateTime('at', 3);
        });
    }
};
