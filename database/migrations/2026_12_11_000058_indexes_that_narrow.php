<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

/**
 * What waits for a decision is found by an index that holds all that its condition asks, those among it that an incident
 * came back from; what fires, by item, without a look at each open alert; and what is due, without a look at what is not.
 */
return new class () extends Migration
{
    public function up(): void
    {
        DB::statement('drop index alerts_undecided_index');
        DB::statement(
            'create index alerts_undecided_index on alerts (group_id, item_id, level, first_signal_at, decide_again_at, taken_at, incident_id, handling, handle_at, wait_until) where closed_at is null and put_away_at is null'
        );
        DB::statement('create index alert_items_fires_index on alert_items (item, alert_id) where fires');
        // What is null in most rows is no way to find any: SQLite took these indexes for "is null", and read nearly all.
        DB::statement('drop index outbox_goes_with_index');
        DB::statement('create index outbox_goes_with_index on outbox (goes_with) where goes_with is not null');
        DB::statement('drop index outbox_waiting');
        DB::statement('create index outbox_waiting on outbox (kind, rank, due_at, id) where sent_at is null and failed_at is null');
        DB::statement('drop index alerts_incident_id_index');
        DB::statement('create index alerts_incident_id_index on alerts (incident_id) where incident_id is not null');
        DB::statement(
            'create index alerts_firing_in_incidents_index on alerts (incident_id) where incident_id is not null and closed_at is null'
        );
        DB::statement('drop index alerts_wait_until_index');
        DB::statement('create index alerts_wait_until_index on alerts (wait_until) where wait_until is not null and closed_at is null');
        DB::statement('drop index alerts_handle_at_index');
        DB::statement('create index alerts_handle_at_index on alerts (handle_at) where handle_at is not null and handled_at is null');
        DB::statement('drop index alerts_decide_again_at_index');
        DB::statement('create index alerts_decide_again_at_index on alerts (decide_again_at) where decide_again_at is not null');
    }
};
