<?php

declare(strict_types=1);

namespace Skarvo\Changes\Suspects;

use Skarvo\Changes\ChangeKind;
use Skarvo\Changes\ChangeResult;
use Skarvo\Json\Document;
use Skarvo\Json\ErrorCode;
use Skarvo\Json\Row;
use Skarvo\Topology\EstateDocument;
use Skarvo\Topology\Graph;
use Skarvo\Topology\State;

/** Reads symptoms in an estate and what was changed lately, as the contract of suspects says. */
final class SuspectsDocument
{
    /**
     * @return array{Graph, list<array{int, State, int}>, list<int>|null, list<RecentChange>}
     *
     * @throws \Skarvo\Json\BadInput
     */
    public static function read(Document $document): array
    {
        $estate = EstateDocument::open($document, ['items', 'changes'], ['symptoms', 'watched']);
        $symptoms = $estate->symptoms();
        $watched = $estate->watched();
        $changes = $seen = [];
        foreach ($estate->rows('changes', ['id', 'from', 'to', 'items', 'kind', 'result'], ['ok_share']) as $row) {
            $id = $row->newId('id', $seen, 'change');
            $range = self::isNull($row, 'to') ? self::openRange($row) : $row->range();
            $items = $estate->itemsOf($row, 'items');
            $kind = $row->word('kind', ChangeKind::class);
            $result = self::isNull($row, 'result') ? null : $row->word('result', ChangeResult::class);
            $okShare = self::share($row);
            if ($id !== null && $range !== null && $kind !== null) {
                $changes[] = new RecentChange($id, $range[0], $range[1], $items, $kind, $result, $okShare);
            }
        }
        $document->conclude();

        return [$estate->graph(), $symptoms, $watched, $changes];
    }

    /** @return array{int, null}|null */
    private static function openRange(Row $row): ?array
    {
        $from = $row->second('from');

        return $from === null ? null : [$from, null];
    }

    private static function isNull(Row $row, string $name): bool
    {
        return $row->has($name) && $row->fields[$name] === null;
    }

    private static function share(Row $row): ?float
    {
        $share = $row->fields['ok_share'] ?? null;
        if (! $row->has('ok_share')) {
            return null;
        }
        if (! is_int($share) && ! is_float($share)) {
            return $row->document->wrongType($row->at('ok_share'), 'a number from 0 to 1');
        }

        return $share >= 0 && $share <= 1
            ? (float) $share
            : $row->document->refuse(ErrorCode::OutOfRange, $row->at('ok_share'), 'Use a number from 0 to 1.');
    }
}
