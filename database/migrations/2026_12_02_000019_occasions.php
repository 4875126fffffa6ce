<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

/** A call, and an update that is owed, hang on an occasion: any record that takes people, not an incident only. */
return new class () extends Migration
{
    public function up(): void
    {
        Schema::create('occasions', function (Blueprint $table): void {
            $table->id();
            $table->string('kind');
            $table->unsignedBigInteger('record_id');
            $table->string('ref');
            $table->string('title');
            $table->string('urgency');
            $table->unsignedTinyInteger('priority');
            $table->string('service_id', 128)->nullable();
            $table->string('team_id', 128)->nullable();
            $table->foreign('team_id')->references('id')->on('teams');
            $table->string('path');
            $table->dateTime('begun_at', 3);
            $table->dateTime('ended_at', 3)->nullable();
            $table->dateTime('next_update_at', 3)->nullable();
            $table->dateTime('update_overdue_at', 3)->nullable();
            $table->unique(['kind', 'record_id']);
            $table->index(['ended_at', 'next_update_at']);
        });
        DB::table('incidents')->orderBy('id')->chunk(500, static function (iterable $incidents): void {
            $rows = [];
            foreach ($incidents as $incident) {
                $rows[] = [
                    'kind' => 'incident', 'record_id' => $incident->id, 'ref' => sprintf('IN-%04d', $incident->id),
                    'title' => $incident->title, 'urgency' => $incident->urgency, 'priority' => $incident->priority,
                    'service_id' => $incident->service_id, 'team_id' => $incident->team_id, 'path' => "/incidents/$incident->id",
                    'begun_at' => $incident->declared_at, 'ended_at' => $incident->resolved_at,
                    'next_update_at' => $incident->next_update_at, 'update_overdue_at' => $incident->update_overdue_at,
                ];
            }
            DB::table('occasions')->insert($rows);
        });
        Schema::table('calls', function (Blueprint $table): void {
            $table->unsignedBigInteger('occasion_id')->default(0);
        });
        DB::table('calls')->update([
            'occasion_id' => DB::raw("(select id from occasions where kind = 'incident' and record_id = calls.incident_id)"),
        ]);
        Schema::withoutForeignKeyConstraints(static function (): void {
            foreach (Schema::getIndexes('calls') as $index) {
                if (in_array('incident_id', $index['columns'], true)) {
                    Schema::table(
                        'calls',
                        static fn(Blueprint $table) =>
                            $index['unique'] ? $table->dropUnique($index['name']) : $table->dropIndex($index['name']),
                    );
                }
            }
            Schema::table('calls', function (Blueprint $table): void {
                $table->dropForeign(['incident_id']);
                $table->dropColumn('incident_id');
                $table->unsignedBigInteger('occasion_id')->default(null)->change();
                $table->foreign('occasion_id')->references('id')->on('occasions');
                $table->index(['occasion_id', 'team_id']);
            });
            Schema::table('incidents', function (Blueprint $table): void {
                $table->dropIndex(['next_update_at']);
                $table->dropColumn(['next_update_at', 'update_overdue_at']);
            });
        });
    }
};
