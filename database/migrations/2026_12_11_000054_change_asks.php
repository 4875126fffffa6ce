<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** Whoever is asked for a change has an address of their own to answer at. */
return new class () extends Migration
{
    public function up(): void
    {
        Schema::create('change_asks', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('approval_id')->constrained('change_approvals');
            $table->string('person_id');
            $table->foreign('person_id')->references('id')->on('people');
            $table->string('token')->unique();
            $table->dateTime('asked_at', 3);
            $table->unique(['approval_id', 'person_id']);
        });
        // Who was asked when is known of each of them now.
        Schema::table('change_approvals', static fn(Blueprint $table) => $table->dropColumn('reminded_at'));
    }
};
