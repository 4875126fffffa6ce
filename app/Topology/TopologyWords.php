<?php

declare(strict_types=1);

namespace App\Topology;

use App\Platform\Contracts\TellsEntries;
use App\Platform\Journal\Facts;
use App\Platform\Journal\Sentence;
use App\Topology\Scan\SnapshotOutcome;

/** Words for journal entries. */
final class TopologyWords implements TellsEntries
{
    private const OF_AN_IMPORT = ['new' => 'new', 'changed' => 'changed', 'refused' => 'refused'];

    public function tell(string $kind, Facts $facts): ?Sentence
    {
        return match (TopologyEntry::tryFrom($kind)) {
            TopologyEntry::ItemMade => Sentence::plain("Recorded {$facts->text('name')}", self::because($facts)),
            TopologyEntry::ItemRetired => Sentence::plain("Retired {$facts->text('name')}", $facts->text('why')),
            TopologyEntry::ItemReturned => Sentence::plain("Brought {$facts->text('name')} back"),
            TopologyEntry::ImportUndone => Sentence::plain(
                "Undid the import {$facts->text('name')}", "{$facts->text('retired')} items retired; {$facts->text('why')}",
            ),
            TopologyEntry::ItemFound => Sentence::plain("Found {$facts->text('name')}", 'it was not recorded'),
            TopologyEntry::ItemChanged => Sentence::plain(
                "Changed {$facts->text('name')}", implode('; ', array_filter([$facts->changes(), self::because($facts)])),
            ),
            TopologyEntry::ItemMissing => Sentence::plain("{$facts->text('name')} is no longer seen"),
            TopologyEntry::ItemBack => Sentence::plain("{$facts->text('name')} is seen again"),
            TopologyEntry::ItemOverruled => Sentence::plain(
                "Keeps what is recorded of {$facts->text('name')}",
                "{$facts->text('field')}: {$facts->text('ours')}, though a scan says {$facts->text('theirs')}",
            ),
            TopologyEntry::DependencyAccepted => Sentence::plain(
                "{$facts->text('from')} needs {$facts->text('to')}",
                'seen on the network, and accepted'.($facts->is('rule') ? ' by a rule' : ''),
            ),
            TopologyEntry::DependencyRefused => Sentence::plain(
                "{$facts->text('from')} does not need {$facts->text('to')}", 'seen on the network, and refused',
            ),
            TopologyEntry::SnapshotTaken => Sentence::plain(
                "Took a snapshot of {$facts->text('scanner')}",
                $facts->text('though') === '' ? self::counts($facts, SnapshotOutcome::COUNTS) : 'though '.lcfirst($facts->text('though')),
            ),
            TopologyEntry::SnapshotHeld => Sentence::strong("Holds a snapshot of {$facts->text('scanner')} back", $facts->text('why')),
            TopologyEntry::SnapshotRefused => Sentence::plain(
                "Refused a snapshot of {$facts->text('scanner')}",
                $facts->text('taken') === '' ? $facts->text('why') : "a later one, of {$facts->time('taken')}, was taken already",
            ),
            TopologyEntry::ImportStored => Sentence::plain("Stored {$facts->text('name')}", self::counts($facts, self::OF_AN_IMPORT)),
            TopologyEntry::TypeSaved => Sentence::plain("Saved the type {$facts->text('name')}"),
            TopologyEntry::RelationSaved => Sentence::plain("Saved the relation {$facts->text('name')}"),
            TopologyEntry::RuleSaved => Sentence::plain('Accepts connections automatically: '.self::rule($facts)),
            TopologyEntry::RuleDropped => Sentence::plain('No longer accepts connections: '.self::rule($facts)),
            TopologyEntry::WhatIfKept => Sentence::plain("Saved the what-if {$facts->text('name')}", $facts->list('items')),
            TopologyEntry::ItemRolesChanged => Sentence::plain('Changed the roles that people and teams have on items'),
            null => null,
        };
    }

    /** Whose word it is, or what somebody gave as the reason. */
    private static function because(Facts $facts): string
    {
        return match (true) {
            $facts->text('file') !== '' => "from the file {$facts->text('file')}",
            $facts->text('said_by') !== '' => "as {$facts->text('said_by')} says",
            $facts->text('though') === 'unseen' => 'it is there, though no scan sees it',
            default => $facts->text('why'),
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

        return $told === [] ? $facts->text('old') : implode(', ', $told);
    }

    private static function rule(Facts $facts): string
    {
        return $facts->text('relation') === '' ? $facts->text('old')
            : ($facts->text('from') ?: 'anything')." {$facts->text('relation')} ".($facts->text('to') ?: 'anything').(
                $facts->number('port') === null ? '' : " on port {$facts->number('port')}"
            );
    }

    public function written(): array
    {
        return [];
    }
}
