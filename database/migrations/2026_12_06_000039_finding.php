<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** What may be the cause, what can be done, when it may be over; since when it is said to work again. */
return new class () extends Migration
{
    public function up(): void
    {
        Schema::table('incidents', function (Blueprint $table): void {
            $table->dateTime('estimate_at', 3)->nullable();
            $table->string('estimate_by_id')->nullable();
            $table->unsignedInteger('estimates')->default(0);
            $table->dateTime('proving_at', 3)->nullable();
        });
        Schema::create('hypotheses', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('incident_id')->constrained();
            $table->string('item_id')->nullable();
            $table->text('text');
            $table->text('check')->nullable();
            $table->string('state');
            $table->text('result')->nullable();
            $table->string('made_by_id');
            $table->string('person_id')->nullable();
            $table->string('settled_by_id')->nullable();
            foreach (['made_by_id', 'person_id', 'settled_by_id'] as $column) {
                $table->foreign($column)->references('id')->on('people');
            }
            $table->dateTime('made_at', 3);
            $table->dateTime('settled_at', 3)->nullable();
            $table->unsignedInteger('version')->default(1);
            $table->index('incident_id');
        });
        Schema::create('incident_options', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('incident_id')->constrained();
            $table->string('kind');
            $table->text('text');
            $table->unsignedInteger('minutes')->nullable();
            $table->text('risk')->nullable();
            $table->json('items');
            $table->string('made_by_id');
            $table->string('chosen_by_id')->nullable();
            foreach (['made_by_id', 'chosen_by_id'] as $column) {
                $table->foreign($column)->references('id')->on('people');
            }
            $table->dateTime('made_at', 3);
            $table->dateTime('chosen_at', 3)->nullable();
            $table->dateTime('dropped_at', 3)->nullable();
            $table->text('why')->nullable();
            $table->index('incident_id');
        });
    }
};
