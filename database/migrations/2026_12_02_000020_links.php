<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

/** What belongs together, whatever it is: first of all reports and the incidents that they are about. */
return new class () extends Migration
{
    public function up(): void
    {
        Schema::create('links', function (Blueprint $table): void {
            $table->id();
            $table->string('from_kind');
            $table->unsignedBigInteger('from_id');
            $table->string('to_kind');
            $table->unsignedBigInteger('to_id');
            $table->string('kind');
            $table->dateTime('since', 3);
            $table->dateTime('until', 3)->nullable();
            $table->index(['from_kind', 'from_id', 'kind', 'until']);
            $table->index(['to_kind', 'to_id', 'kind', 'until']);
        });
        DB::unprepared('create unique index links_once on links (from_kind, from_id, to_kind, to_id, kind) where until is null');
        DB::unprepared('insert into links (from_kind, from_id, to_kind, to_id, kind, since) '
            ."select 'report', id, 'incident', incident_id, 'about', told_at from reports where incident_id is not null order by id");
        // Which incident it was is known by the journal alone; that it was one is what its reporter is told.
        DB::unprepared('insert into links (from_kind, from_id, to_kind, to_id, kind, since, until) '
            ."select 'report', id, 'incident', 0, 'about', told_at, unlinked_at from reports where incident_id is null and unlinked_at is not null order by id");
        Schema::withoutForeignKeyConstraints(static function (): void {
            foreach (Schema::getIndexes('reports') as $index) {
                if (in_array('incident_id', $index['columns'], true)) {
                    Schema::table('reports', static fn(Blueprint $table) => $table->dropIndex($index['name']));
                }
            }
            Schema::table('reports', function (Blueprint $table): void {
                $table->dropForeign(['incident_id']);
                $table->dropColumn(['incident_id', 'unlinked_at']);
            });
        });
    }
};
