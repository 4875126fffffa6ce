<?php

declare(strict_types=1);

namespace Skarvo\Changes\Approvals;

use Skarvo\Json\ErrorCode;
use Skarvo\Json\Row;

/** Reads stages of approval, as the contract of approvals and the organisation's rules write them. */
final class StageReader
{
    /** @return list<ApprovalStage> */
    public static function read(Row $row, string $list): array
    {
        $stages = $seen = [];
        foreach ($row->rows($list, ['name', 'of', 'needs'], ['veto', 'expires']) as $stage) {
            $name = $stage->newId('name', $seen, 'stage');
            $of = array_values($stage->ids('of'));
            if ($stage->has('of') && $stage->fields['of'] === []) {
                $stage->document->refuse(ErrorCode::OutOfRange, $stage->at('of'), 'A stage asks one person at least. Name one.');
            }
            $needs = self::needs($stage);
            $veto = $stage->flag('veto');
            $expires = $stage->duration('expires')?->seconds();
            if ($name !== null && $of !== [] && $needs !== null) {
                $stages[] = new ApprovalStage($name, $of, $needs, $veto ?? false, $expires);
            }
        }

        return $stages;
    }

    private static function needs(Row $row): ?Quorum
    {
        $value = $row->fields['needs'] ?? null;
        if ($value instanceof \stdClass) {
            $isShare = property_exists($value, 'share') && ! property_exists($value, 'count');
            $object = $row->object('needs', [$isShare ? 'share' : 'count']);
            $number = $isShare ? $object?->integer('share', 1, 100) : $object?->integer('count', 1, PHP_INT_MAX);

            return $number === null ? null : ($isShare ? Quorum::share($number) : Quorum::count($number));
        }

        return match (true) {
            ! $row->has('needs') => null,
            $value === 'one' => Quorum::one(),
            $value === 'all' => Quorum::all(),
            is_string($value) => $row->document->refuse(
                ErrorCode::OutOfRange, $row->at('needs'), 'Use "one", "all", {"count": n} or {"share": percent}.',
            ),
            default => $row->document->wrongType($row->at('needs'), '"one", "all", {"count": n} or {"share": percent}'),
        };
    }
}
