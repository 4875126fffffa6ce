<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** What reporters are asked before and after, and who only wants to hear when something is over. */
return new class () extends Migration
{
    public function up(): void
    {
        Schema::table('reports', function (Blueprint $table): void {
            // What the organisation asks about the service, and what was answered.
            $table->json('answered')->nullable();
            $table->boolean('helped')->nullable();
            $table->text('better')->nullable();
        });
        Schema::create('followers', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('incident_id')->constrained('incidents');
            $table->string('email');
            $table->dateTime('at', 3);
            $table->unique(['incident_id', 'email']);
        });
    }
};
