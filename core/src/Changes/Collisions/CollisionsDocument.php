<?php

declare(strict_types=1);

namespace Skarvo\Changes\Collisions;

use Skarvo\Json\Document;
use Skarvo\Topology\EstateDocument;
use Skarvo\Topology\Graph;

/** Reads an estate and planned changes, as the contract of collisions says. */
final class CollisionsDocument
{
    /**
     * @return array{Graph, list<PlannedChange>}
     *
     * @throws \Skarvo\Json\BadInput
     */
    public static function read(Document $document): array
    {
        $estate = EstateDocument::open($document, ['items', 'changes'], []);
        $changes = $seen = [];
        foreach ($estate->rows('changes', ['id', 'from', 'to', 'takes_down'], ['touches', 'people']) as $row) {
            $id = $row->newId('id', $seen, 'change');
            $range = $row->range();
            $takesDown = $estate->itemsOf($row, 'takes_down');
            $touches = $estate->itemsOf($row, 'touches');
            $people = array_values($row->ids('people'));
            if ($id !== null && $range !== null) {
                $changes[] = new PlannedChange($id, $range[0], $range[1], $takesDown, $touches, $people);
            }
        }
        $document->conclude();

        return [$estate->graph(), $changes];
    }
}
