<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** Files and pictures of reports. */
return new class () extends Migration
{
    public function up(): void
    {
        Schema::create('report_files', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('report_id')->constrained('reports');
            // With which of the things that were said it came; none: with the report itself.
            $table->unsignedBigInteger('post_id')->nullable();
            // Null: the reporter.
            $table->string('person_id', 128)->nullable();
            $table->foreign('person_id')->references('id')->on('people');
            $table->boolean('is_internal')->default(false);
            $table->string('key', 40)->unique();
            $table->string('name');
            $table->string('kind');
            $table->unsignedInteger('bytes');
            $table->unsignedInteger('width')->nullable();
            $table->unsignedInteger('height')->nullable();
            $table->string('reading');
            $table->unsignedInteger('tries')->default(0);
            $table->text('text')->nullable();
            $table->dateTime('at', 3);
            $table->dateTime('erased_at', 3)->nullable();
            $table->index('report_id');
            $table->index('reading');
        });
        Schema::create('report_file_bytes', function (Blueprint $table): void {
            $table->foreignId('file_id')->primary()->constrained('report_files');
            $table->binary('content');
        });
    }
};
