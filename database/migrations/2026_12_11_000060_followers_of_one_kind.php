<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** Followers choose whether they hear of what does not work, of planned work, or of both. */
return new class () extends Migration
{
    public function up(): void
    {
        Schema::table('subscriptions', static fn(Blueprint $table) => $table->string('about', 16)->default('all'));
    }
};
