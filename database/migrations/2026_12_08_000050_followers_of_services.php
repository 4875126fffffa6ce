<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

/**
 * Who follows services and places, each update on its way to them, and what of an update is told where.
 *
 * Addresses stand in subscriptions alone. Those who asked to hear of the end of one incident become such, confirmed as they were
 * promised that mail.
 */
return new class () extends Migration
{
    public function up(): void
    {
        Schema::create('subscriptions', function (Blueprint $table): void {
            $table->id();
            $table->string('channel');
            $table->text('address');
            $table->string('reach')->unique();
            $table->string('token')->unique();
            $table->text('secret')->nullable();
            $table->string('language')->default('en');
            $table->json('services');
            $table->json('places');
            $table->unsignedInteger('tier')->nullable();
            $table->foreignId('incident_id')->nullable()->constrained();
            $table->boolean('only_end')->default(false);
            $table->string('zone');
            $table->unsignedInteger('quiet_from')->nullable();
            $table->unsignedInteger('quiet_until')->nullable();
            $table->unsignedInteger('digest_at')->nullable();
            $table->string('added_by_id')->nullable();
            $table->foreign('added_by_id')->references('id')->on('people');
            $table->string('person_id')->nullable();
            $table->foreign('person_id')->references('id')->on('people');
            $table->dateTime('asked_at', 3);
            $table->unsignedInteger('asks')->default(1);
            $table->dateTime('confirmed_at', 3)->nullable();
            $table->dateTime('paused_at', 3)->nullable();
            $table->string('paused_why')->nullable();
            $table->unsignedInteger('failures')->default(0);
            $table->dateTime('ended_at', 3)->nullable();
            $table->unsignedInteger('version')->default(1);
            $table->index(['ended_at', 'confirmed_at', 'id']);
            $table->index('incident_id');
            $table->index('person_id');
        });
        Schema::create('tellings', function (Blueprint $table): void {
            $table->foreignId('update_id')->primary()->constrained();
            $table->unsignedBigInteger('upto')->default(0);
            $table->unsignedInteger('count')->default(0);
            $table->dateTime('begun_at', 3)->nullable();
            $table->dateTime('ended_at', 3)->nullable();
            $table->index('ended_at');
        });
        Schema::create('deliveries', function (Blueprint $table): void {
            $table->foreignId('update_id')->constrained();
            $table->foreignId('subscription_id')->constrained();
            $table->foreignId('incident_id')->constrained();
            $table->json('reasons');
            $table->dateTime('due_at', 3);
            $table->dateTime('sent_at', 3)->nullable();
            $table->dateTime('arrived_at', 3)->nullable();
            $table->dateTime('failed_at', 3)->nullable();
            $table->string('error')->nullable();
            $table->primary(['update_id', 'subscription_id']);
            $table->index(['subscription_id', 'incident_id']);
        });
        Schema::create('audience_changes', function (Blueprint $table): void {
            $table->foreignId('incident_id')->constrained();
            $table->foreignId('subscription_id')->constrained();
            $table->boolean('is_added');
            $table->string('why')->nullable();
            $table->string('by_id');
            $table->foreign('by_id')->references('id')->on('people');
            $table->dateTime('at', 3);
            $table->primary(['incident_id', 'subscription_id']);
        });
        Schema::table('updates', function (Blueprint $table): void {
            $table->json('places')->default('[]');
            $table->unsignedInteger('corrects')->nullable();
        });
        foreach (DB::table('followers')->orderBy('id')->get() as $one) {
            // Of one address that waits for several, the first: it can follow more when it confirms anew.
            DB::table('subscriptions')->insertOrIgnore([
                'channel' => 'mail', 'address' => $one->email, 'reach' => "mail $one->email", 'token' => bin2hex(random_bytes(20)),
                'services' => '[]', 'places' => '[]', 'incident_id' => $one->incident_id, 'only_end' => true,
                'zone' => config()->string('skarvo.time_zone'), 'asked_at' => $one->at, 'confirmed_at' => $one->at,
            ]);
        }
        Schema::drop('followers');
    }
};
