<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

/**
 * What of each group is undecided, by item, so that tens of thousands of alerts need not be gone over at each look; and
 * which groups have changed since, or will have by a time: those are worked out anew, by who looks or by the clock.
 *
 * Triggers mark them, as alerts are changed in many places, and in bulk: none of them can forget to.
 */
return new class () extends Migration
{
    /** Of an alert, all that its group's place and what is undecided depend on. */
    private const COLUMNS = [
        'group_id', 'item_id', 'level', 'first_signal_at', 'decide_again_at', 'taken_at', 'incident_id', 'handling', 'handle_at',
        'wait_until', 'closed_at', 'put_away_at',
    ];

    public function up(): void
    {
        Schema::create('groups_in_order', function (Blueprint $table): void {
            $table->id();
            $table->unsignedBigInteger('group_id');
            $table->string('item_id')->nullable();
            $table->unsignedTinyInteger('known');
            $table->unsignedTinyInteger('level');
            $table->timestamp('since');
            $table->unsignedTinyInteger('taken');
            $table->unsignedInteger('many');
            $table->index('group_id');
        });
        DB::statement(
            'create index groups_in_order_by_level_index on groups_in_order (known, taken, level desc, since, group_id, many)'
        );
        DB::statement(
            'create index groups_in_order_by_wait_index on groups_in_order (known, taken, since, level desc, group_id, many)'
        );
        Schema::create('groups_to_order', function (Blueprint $table): void {
            $table->unsignedBigInteger('group_id')->primary();
            $table->timestamp('due_at');
            $table->index('due_at');
        });
        $mark = static fn(string $row): string => 'insert into groups_to_order (group_id, due_at) '
            ."select $row.group_id, '1970-01-01 00:00:00.000' where $row.group_id is not null "
            .'on conflict (group_id) do update set due_at = excluded.due_at;';
        $changed = implode(' or ', array_map(static fn(string $column): string => "old.$column is not new.$column", self::COLUMNS));
        DB::unprepared('create trigger alerts_group_of_new after insert on alerts begin '.$mark('new').' end');
        DB::unprepared('create trigger alerts_group_of_gone after delete on alerts begin '.$mark('old').' end');
        DB::unprepared(
            'create trigger alerts_group_of_changed after update of '.implode(', ', self::COLUMNS)
                ." on alerts when $changed begin ".$mark('old').$mark('new').' end'
        );
        DB::statement(
            'insert into groups_to_order (group_id, due_at) '
                ."select distinct group_id, '1970-01-01 00:00:00.000' from alerts where group_id is not null and closed_at is null"
        );
    }
};
