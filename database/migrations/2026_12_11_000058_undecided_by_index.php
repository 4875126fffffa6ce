<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

/**
 * What waits for a decision is found by an index that holds all that its condition asks, those among it that an incident
 * came back from; and what fires, by item, without a look at each open alert.
 */
return new class () extends Migration
{
    public function up(): void
    {
        DB::statement('drop index alerts_undecided_index');
        DB::statement('create index alerts_undecided_index on alerts (group_id, item_id, level, first_signal_at, decide_again_at, taken_at, incident_id, handling, handle_at, wait_until) where closed_at is null and put_away_at is null');
        DB::statement('create index alert_items_fires_index on alert_items (item, alert_id) where fires');
    }
};
