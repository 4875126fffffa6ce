<?php

declare(strict_types=1);

namespace App\Topology\Scan;

use Skarvo\Topology\Scan\Finding;
use Skarvo\Topology\Scan\Reconciled;

/** What came of a snapshot, as a person is shown it. */
final class SnapshotOutcome
{
    /** What is counted of a snapshot, in words. */
    public const COUNTS = [
        'recognised' => 'recognised', 'new' => 'new', 'changed' => 'changed', 'contradicted' => 'contradicted',
        'missing' => 'no longer seen', 'back' => 'seen again', 'refused' => 'not told apart', 'connections' => 'connections',
    ];

    /** What a person is shown of each kind. */
    private const SHOWN = 100;

    /** @return array<string, mixed> what a person is shown of it */
    public static function of(Reconciled $reconciled): array
    {
        $new = array_values(array_filter($reconciled->findings, static fn(Finding $f): bool => $f->by === null));
        $changed = array_values(array_filter($reconciled->findings, static fn(Finding $f): bool => $f->by !== null && $f->changes !== []));
        $contradicted = array_values(array_filter($reconciled->findings, static fn(Finding $f): bool => $f->contradicts !== []));
        $brief = static fn(array $list): array => array_slice($list, 0, self::SHOWN);

        return [
            'counts' => [
                'recognised' => count($reconciled->findings) - count($new), 'new' => count($new), 'changed' => count($changed),
                'contradicted' => count($contradicted), 'missing' => count($reconciled->missing),
                'back' => count(array_filter($reconciled->findings, static fn(Finding $f): bool => $f->isBack)),
                'refused' => count($reconciled->refused), 'connections' => count($reconciled->links),
            ],
            'new' => $brief(array_map(static fn(Finding $f): array => ['id' => $f->id, 'kind' => $f->kind], $new)),
            'changed' => $brief(array_map(
                static fn(Finding $f): array => ['id' => $f->id, 'by' => $f->by, 'changes' => $f->changes], $changed,
            )),
            'contradicted' => $brief(array_map(
                static fn(Finding $f): array => ['id' => $f->id, 'contradicts' => $f->contradicts], $contradicted,
            )),
            'missing' => $brief($reconciled->missing),
            'refused' => $brief($reconciled->refused),
            'passed_over' => $brief(array_merge(
                [],
                ...array_map(
                    static fn(Finding $f): array => array_map(
                        static fn(string $why): array => ['ref' => $f->ref, 'why' => $why], $f->passedOver,
                    ),
                    $reconciled->findings,
                ),
            )),
        ];
    }

    /** @param  array<string, mixed>  $outcome */
    public static function inWords(array $outcome): string
    {
        $counts = is_array($outcome['counts'] ?? null) ? $outcome['counts'] : [];
        $told = [];
        foreach (self::COUNTS as $name => $words) {
            if (is_int($counts[$name] ?? null) && $counts[$name] > 0) {
                $told[] = "$counts[$name] $words";
            }
        }

        return implode(', ', $told);
    }
}
