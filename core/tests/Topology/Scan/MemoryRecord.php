<?php

declare(strict_types=1);

namespace Skarvo\Tests\Topology\Scan;

use Skarvo\Topology\Record\RecordFields;
use Skarvo\Topology\Scan\ConnectionRule;
use Skarvo\Topology\Scan\KnownItem;
use Skarvo\Topology\Scan\Reconcile;
use Skarvo\Topology\Scan\Reconciled;
use Skarvo\Topology\Scan\Snapshot;

/** A record of an estate in memory that does what reconciling decides. */
final class MemoryRecord
{
    /** @var array<array-key, KnownItem> */
    public array $items = [];

    /** @var array<string, string> how it came to be, by "from to" */
    public array $dependencies = [];

    /** @param  list<ConnectionRule>  $rules */
    public function __construct(private readonly RecordFields $fields, private readonly array $rules = []) {}

    /** @param  array<array-key, string>  $byHand */
    public function put(string $id, string $kind, array $byHand = []): void
    {
        $this->items[$id] = new KnownItem($id, $kind, ['kind' => $kind, ...$byHand], []);
    }

    public function set(string $id, string $field, string $value): void
    {
        $item = $this->items[$id];
        $this->items[$id] = new KnownItem(
            $id, $item->kind, [...$item->byHand, $field => $value], $item->byScan, $item->seen, $item->notSeenSince,
        );
    }

    public function decide(Snapshot $snapshot): Reconciled
    {
        return (new Reconcile(
            array_values($this->items), $this->fields, $this->rules,
            fn(string $from, string $to): bool => isset($this->dependencies["$from $to"]),
        ))->take($snapshot);
    }

    public function take(Snapshot $snapshot, bool $saidYes = false): Reconciled
    {
        $reconciled = $this->decide($snapshot);
        if ($reconciled->held !== null && ! $saidYes) {
            return $reconciled;
        }
        foreach ($reconciled->findings as $finding) {
            $item = $this->items[$finding->id] ?? new KnownItem($finding->id, $finding->kind, [], []);
            foreach ($finding->saidNew as $field => $value) {
                $item = $item->withSaid($snapshot->scanner, (string) $field, $value, $snapshot->at);
            }
            $this->items[$item->id] = new KnownItem(
                $item->id, $item->kind, $item->byHand, $item->byScan, [...$item->seen, $snapshot->scanner => $snapshot->at],
            );
        }
        foreach ($reconciled->missing as $id) {
            $item = $this->items[$id];
            $this->items[$id] = new KnownItem($id, $item->kind, $item->byHand, $item->byScan, $item->seen, $item->seen[$snapshot->scanner]);
        }
        foreach ($reconciled->links as $link) {
            if ($link->rule !== null) {
                $this->dependencies["$link->from $link->to"] = $link->rule->id;
            }
        }

        return $reconciled;
    }
}
