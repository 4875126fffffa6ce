<?php

declare(strict_types=1);

namespace App\Topology;

use App\Platform\Contracts\EntryKind;
use App\Platform\Journal\Particular;

/** Kinds of entries in the journal. */
enum TopologyEntry: string implements EntryKind
{
    case ItemMade = 'item.made';
    case ItemRetired = 'item.retired';
    case ItemReturned = 'item.returned';
    case ImportUndone = 'import.undone';
    case ItemFound = 'item.found';
    case ItemChanged = 'item.changed';
    case ItemMissing = 'item.missing';
    case ItemBack = 'item.back';
    case ItemOverruled = 'item.overruled';
    case DependencyAccepted = 'dependency.accepted';
    case DependencyRefused = 'dependency.refused';
    case SnapshotTaken = 'snapshot.taken';
    case SnapshotHeld = 'snapshot.held';
    case SnapshotRefused = 'snapshot.refused';
    case ImportStored = 'import.stored';
    case TypeSaved = 'type.saved';
    case RelationSaved = 'relation.saved';
    case RuleSaved = 'rule.saved';
    case RuleDropped = 'rule.dropped';
    case WhatIfKept = 'what_if.kept';
    case ItemRolesChanged = 'item_roles.changed';

    public function particulars(): array
    {
        return match ($this) {
            self::ItemMade, self::ItemChanged, self::ItemRetired, self::ImportUndone, self::SnapshotRefused => ['why' => Particular::Words],
            default => [],
        };
    }
}
