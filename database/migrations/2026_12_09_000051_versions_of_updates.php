<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

/** The facts of an update, each version of it in other words or another language, who reads which, and who has read it. */
return new class () extends Migration
{
    public function up(): void
    {
        Schema::table('updates', function (Blueprint $table): void {
            $table->text('cause')->nullable();
            $table->text('counter')->nullable();
            $table->dateTime('estimate_at', 3)->nullable();
        });
        Schema::create('update_versions', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('update_id')->constrained();
            $table->string('version');
            $table->string('language');
            $table->text('text');
            $table->text('meanwhile')->nullable();
            $table->string('read_by_id')->nullable();
            $table->foreign('read_by_id')->references('id')->on('people');
            $table->unique(['update_id', 'version', 'language']);
        });
        Schema::create('update_reads', function (Blueprint $table): void {
            $table->foreignId('update_id')->constrained();
            $table->string('person_id');
            $table->foreign('person_id')->references('id')->on('people');
            $table->string('audience')->nullable();
            $table->dateTime('opened_at', 3)->nullable();
            $table->dateTime('confirmed_at', 3)->nullable();
            $table->dateTime('reminded_at', 3)->nullable();
            $table->primary(['update_id', 'person_id']);
            $table->index('person_id');
        });
        Schema::create('audiences', function (Blueprint $table): void {
            $table->id();
            $table->string('name');
            $table->json('people');
            $table->json('teams');
            $table->unsignedInteger('priority')->nullable();
            $table->unsignedInteger('tier')->nullable();
            $table->json('services');
            $table->json('places');
            $table->unsignedInteger('reports')->nullable();
            $table->string('reads')->default('staff');
            $table->boolean('must_know')->default(false);
            $table->unsignedInteger('every_minutes')->nullable();
            $table->unsignedInteger('version')->default(1);
            $table->dateTime('ended_at', 3)->nullable();
        });
        Schema::table('subscriptions', function (Blueprint $table): void {
            $table->string('reads')->default('public');
        });
        // Whoever follows at the address of their account reads what staff read.
        DB::table('subscriptions')->whereNotNull('person_id')->update(['reads' => 'staff']);
    }
};
