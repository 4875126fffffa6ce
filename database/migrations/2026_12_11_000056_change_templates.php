<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** What was agreed on once, and is done again and again: standard changes keep to it. */
return new class () extends Migration
{
    public function up(): void
    {
        Schema::create('change_templates', function (Blueprint $table): void {
            $table->id();
            $table->string('title');
            $table->json('down');
            $table->json('touched');
            $table->string('items_of')->nullable();
            $table->unsignedInteger('minutes');
            $table->text('reason')->nullable();
            $table->text('back_out')->nullable();
            $table->json('steps');
            $table->string('team_id')->nullable();
            $table->foreign('team_id')->references('id')->on('teams');
            $table->foreignId('change_id')->constrained('changes');
            foreach (['author_id', 'agreed_by_id', 'withdrawn_by_id'] as $person) {
                $table->string($person)->nullable();
                $table->foreign($person)->references('id')->on('people');
            }
            $table->dateTime('made_at', 3);
            $table->dateTime('agreed_at', 3)->nullable();
            $table->dateTime('withdrawn_at', 3)->nullable();
            $table->text('withdrawn_why')->nullable();
        });
        Schema::table('changes', function (Blueprint $table): void {
            $table->foreignId('template_id')->nullable()->constrained('change_templates');
        });
    }
};
