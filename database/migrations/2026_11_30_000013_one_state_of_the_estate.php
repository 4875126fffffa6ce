<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class () extends Migration
{
    public function up(): void
    {
        // What is wrong on an unknown item hits no service that anybody knows of.
        Schema::withoutForeignKeyConstraints(static function (): void {
            Schema::table('incidents', function (Blueprint $table): void {
                $table->string('service_id', 128)->nullable()->change();
            });
        });
        Schema::table('alerts', function (Blueprint $table): void {
            // Its incident was resolved while it still fired: it is to be decided about again.
            $table->dateTime('decide_again_at', 3)->nullable()->index();
        });
        // Items that people say belong to an incident, and in which state; no state: that it does not, whatever alerts say.
        Schema::create('incident_items', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('incident_id')->constrained('incidents');
            $table->string('item_id', 128);
            $table->foreign('item_id')->references('id')->on('items');
            $table->string('state')->nullable();
            $table->string('person_id', 128)->nullable();
            $table->dateTime('at', 3);
            $table->unique(['incident_id', 'item_id']);
            $table->index('item_id');
        });
        // What fires on items that are quiet, and so makes no alert: by source, item and check.
        Schema::create('quiet_faults', function (Blueprint $table): void {
            $table->string('family', 32)->primary();
            $table->string('item', 128)->index();
            $table->string('level');
            $table->boolean('fires');
            $table->integer('at');
        });
        Schema::table('reports', function (Blueprint $table): void {
            $table->dateTime('unlinked_at', 3)->nullable();
        });
    }
};
