<?php

declare(strict_types=1);

namespace App\Topology\Scan;

use App\Platform\Moment;
use App\Topology\Record\Fields;
use Illuminate\Support\Facades\DB;
use Skarvo\Topology\Scan\ConnectionRule;
use Skarvo\Topology\Scan\KnownItem;
use Skarvo\Topology\Scan\Reconcile;
use Skarvo\Topology\Scan\Reconciled;
use Skarvo\Topology\Scan\Snapshot;

/** What a scanner found, beside what is recorded of the estate. */
final class CompareSnapshot
{
    /** Where nobody else writes meanwhile, or it is looked at afterwards whether somebody did. */
    public static function withRecord(Snapshot $snapshot): Reconciled
    {
        $needs = [];
        foreach (DB::table('dependencies')->get(['from_id', 'to_id']) as $row) {
            $needs["$row->from_id $row->to_id"] = true;
        }

        return (new Reconcile(
            array_values(self::known()), Fields::load(), self::rules(),
            static fn(string $from, string $to): bool => isset($needs["$from $to"]),
        ))->take($snapshot);
    }

    /** @return list<ConnectionRule> */
    public static function rules(): array
    {
        return array_values(DB::table(
            'connection_rules'
        )->orderBy('id')->get()->map(static fn(\stdClass $r): ConnectionRule => new ConnectionRule(
            (string) $r->id, $r->from_kind, $r->to_kind, $r->port === null ? null : (int) $r->port, $r->relation_id,
        ))->all());
    }

    /** @return array<array-key, KnownItem> */
    private static function known(): array
    {
        $byHand = $byScan = $seen = [];
        foreach (DB::table('item_values')->get(['item_id', 'field', 'origin', 'value', 'said_at']) as $row) {
            if ($row->origin === Fields::BY_HAND) {
                $byHand[$row->item_id][$row->field] = $row->value;
            } else {
                $byScan[$row->item_id][$row->field][substr($row->origin, strlen(Fields::BY_SCAN))] = [
                    $row->value, Moment::seconds($row->said_at),
                ];
            }
        }
        foreach (DB::table('item_sightings')->get() as $row) {
            $seen[$row->item_id][$row->scanner] = (int) $row->seen_at;
        }
        $known = [];
        foreach (DB::table('items')->orderBy('id')->get(['id', 'kind', 'not_seen_since']) as $row) {
            $known[$row->id] = new KnownItem(
                (string) $row->id, $row->kind, $byHand[$row->id] ?? [], $byScan[$row->id] ?? [], $seen[$row->id] ?? [],
                $row->not_seen_since === null ? null : Moment::seconds($row->not_seen_since),
            );
        }

        return $known;
    }
}
