<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class () extends Migration
{
    public function up(): void
    {
        Schema::table('calls', function (Blueprint $table): void {
            // Who calls and why, where a person does.
            $table->string('called_by', 128)->nullable();
            $table->string('reason', 500)->default('');
            // Since when nobody is left who may answer, though the call waits on.
            $table->dateTime('refused_at', 3)->nullable();
            // Somebody decided what becomes of a call that nobody answers.
            $table->dateTime('settled_at', 3)->nullable();
            $table->string('stopped_by', 128)->nullable();
            $table->string('stopped_why', 500)->default('');
        });
        Schema::table('pages', function (Blueprint $table): void {
            $table->string('answer_why', 500)->default('');
        });
    }
};
