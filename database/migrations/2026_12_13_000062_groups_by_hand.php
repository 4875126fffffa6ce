<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

/** Each alert of a group of which people made something says itself where it is shown, and no chain has to be followed any more. */
return new class () extends Migration
{
    public function up(): void
    {
        DB::table('alerts')->whereNotNull('put_with_id')
            ->update(['put_with_id' => DB::raw('(select p.group_id from alerts p where p.id = alerts.put_with_id)')]);
        $touched = DB::table('alerts')->whereNotNull('group_id')->where(
            fn($any) => $any->whereNotNull('moved_to_id')->orWhereNotNull('put_with_id')->orWhereColumn('group_id', '!=', 'gathered_in_id'),
        )->distinct()->pluck('group_id')->all();
        foreach (array_chunk($touched, 500) as $groups) {
            DB::table('alerts')->whereIn('group_id', $groups)->update(['moved_to_id' => DB::raw('group_id')]);
        }
    }
};
