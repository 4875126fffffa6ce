<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class () extends Migration
{
    public function up(): void
    {
        Schema::create('items', function (Blueprint $table): void {
            $table->string('id', 128)->primary();
            $table->string('name');
            $table->string('kind');
            $table->unsignedTinyInteger('tier')->nullable();
            $table->string('team_id', 128)->nullable();
            $table->foreign('team_id')->references('id')->on('teams');
            $table->string('site')->nullable();
            $table->text('description')->nullable();
            // What outsiders call a service, and whether the status page shows it.
            $table->string('public_name')->nullable();
            $table->index(['kind', 'tier']);
        });

        Schema::create('need_groups', function (Blueprint $table): void {
            $table->id();
            $table->string('item_id', 128);
            $table->foreign('item_id')->references('id')->on('items')->cascadeOnDelete();
            $table->string('name', 128);
            $table->unsignedInteger('needs');
            $table->string('strength');
            $table->unique(['item_id', 'name']);
        });

        Schema::create('dependencies', function (Blueprint $table): void {
            $table->id();
            $table->string('from_id', 128);
            $table->foreign('from_id')->references('id')->on('items')->cascadeOnDelete();
            $table->string('to_id', 128);
            $table->foreign('to_id')->references('id')->on('items')->cascadeOnDelete();
            $table->string('strength')->nullable();
            $table->foreignId('group_id')->nullable()->constrained('need_groups')->cascadeOnDelete();
            $table->unique(['from_id', 'to_id', 'group_id']);
            $table->index('to_id');
        });

        Schema::create('rotas', function (Blueprint $table): void {
            $table->string('id')->primary();
            $table->string('name');
            $table->string('team_id', 128);
            $table->foreign('team_id')->references('id')->on('teams');
            $table->string('time_zone');
            $table->json('layers');
            $table->json('overrides');
        });

        Schema::create('contacts', function (Blueprint $table): void {
            $table->id();
            $table->string('person_id', 128);
            $table->foreign('person_id')->references('id')->on('people')->cascadeOnDelete();
            $table->string('channel');
            $table->string('address');
            $table->unsignedInteger('after_seconds');
            $table->index('person_id');
        });

        Schema::create('escalation_policies', function (Blueprint $table): void {
            $table->id();
            $table->string('name');
            $table->string('team_id', 128)->unique();
            $table->foreign('team_id')->references('id')->on('teams');
            $table->unsignedInteger('rounds');
            $table->json('steps');
        });
    }
};
