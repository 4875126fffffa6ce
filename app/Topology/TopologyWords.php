<?php

declare(strict_types=1);

namespace App\Topology;

use App\Platform\Contracts\TellsEntries;
use App\Platform\Journal\Facts;
use App\Platform\Journal\Sentence;
use App\Topology\Scan\TakeSnapshot;

/** Words for journal entries. */
final class TopologyWords implements TellsEntries
{
    private const OF_AN_IMPORT = ['new' => 'new', 'changed' => 'changed', 'refused' => 'refused'];

    public function tell(string $kind, Facts $facts): ?Sentence
    {
        return match ($kind) {
            'item.made' => Sentence::plain("Recorded {$facts->text('name')}", $facts->text('why')),
            'item.retired' => Sentence::plain("Retired {$facts->text('name')}", $facts->text('why')),
            'item.returned' => Sentence::plain("Brought {$facts->text('name')} back"),
            'import.undone' => Sentence::plain(
                "Undid the import {$facts->text('name')}", "{$facts->text('retired')} items retired; {$facts->text('why')}",
            ),
            'item.found' => Sentence::plain("Found {$facts->text('name')}", 'it was not recorded'),
            'item.changed' => Sentence::plain(
                "Changed {$facts->text('name')}", $facts->changes().($facts->text('why') === '' ? '' : "; {$facts->text('why')}"),
            ),
            'item.missing' => Sentence::plain("{$facts->text('name')} is no longer seen"),
            'item.back' => Sentence::plain("{$facts->text('name')} is seen again"),
            'item.overruled' => Sentence::plain(
                "Keeps what is recorded of {$facts->text('name')}",
                "{$facts->text('field')}: {$facts->text('ours')}, though a scan says {$facts->text('theirs')}",
            ),
            'dependency.accepted' => Sentence::plain(
                "{$facts->text('from')} needs {$facts->text('to')}",
                'seen on the network, and accepted'.($facts->text('by') === '' ? '' : " by {$facts->text('by')}"),
            ),
            'dependency.refused' => Sentence::plain(
                "{$facts->text('from')} does not need {$facts->text('to')}", 'seen on the network, and refused',
            ),
            'snapshot.taken' => Sentence::plain(
                "Took a snapshot of {$facts->text('scanner')}",
                $facts->text('though') === '' ? self::counts($facts, TakeSnapshot::COUNTS) : 'though '.lcfirst($facts->text('though')),
            ),
            'snapshot.held' => Sentence::strong("Holds a snapshot of {$facts->text('scanner')} back", $facts->text('why')),
            'snapshot.refused' => Sentence::plain("Refused a snapshot of {$facts->text('scanner')}", $facts->text('why')),
            'import.stored' => Sentence::plain("Stored {$facts->text('name')}", self::counts($facts, self::OF_AN_IMPORT)),
            'type.saved' => Sentence::plain("Saved the type {$facts->text('name')}"),
            'relation.saved' => Sentence::plain("Saved the relation {$facts->text('name')}"),
            'rule.saved' => Sentence::plain('Accepts connections automatically: '.self::rule($facts)),
            'rule.dropped' => Sentence::plain('No longer accepts connections: '.self::rule($facts)),
            'what_if.kept' => Sentence::plain("Saved the what-if {$facts->text('name')}", $facts->list('items')),
            default => null,
        };
    }

    /** @param  array<string, string>  $words  by what is counted */
    private static function counts(Facts $facts, array $words): string
    {
        $counts = $facts->all('counts');
        $told = [];
        foreach ($words as $name => $one) {
            if (is_int($counts[$name] ?? null) && $counts[$name] > 0) {
                $told[] = "$counts[$name] $one";
            }
        }

        // An older kind of entry has them in words.
        return $told === [] ? $facts->text('counts') : implode(', ', $told);
    }

    private static function rule(Facts $facts): string
    {
        // An older kind of entry has it in words.
        return $facts->text('relation') === '' ? $facts->text('rule')
            : ($facts->text('from') ?: 'anything')." {$facts->text('relation')} ".($facts->text('to') ?: 'anything').(
                $facts->number('port') === null ? '' : " on port {$facts->number('port')}"
            );
    }

    public function written(): array
    {
        return [];
    }
}
