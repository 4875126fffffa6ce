<?php

declare(strict_types=1);

namespace Skarvo\Tickets;

use Skarvo\Json\Document;
use Skarvo\Json\ErrorCode;
use Skarvo\Json\HoursReader;
use Skarvo\Time\Zone;

/** Reads when reports on a service came, as the contract of surge says. */
final class SurgeDocument
{
    private const WEEK = 7 * 86400;

    private const YEAR = 366 * 86400;

    /**
     * @return array{Zone, list<int>, int, int} whose clocks, when the reports came in order, since when, and now
     *
     * @throws \Skarvo\Json\BadInput
     */
    public static function read(Document $document): array
    {
        $fields = $document->fields($document->root(), '', ['time_zone', 'now', 'since', 'reports']) ?? [];
        $zone = (new HoursReader($document))->zone($fields);
        $at = static fn(string $name): ?int => array_key_exists($name, $fields)
            ? $document->instant($fields[$name], "/$name")?->seconds
            : null;
        [$now, $since] = [$at('now'), $at('since')];
        if ($now !== null && $since !== null && ($now - $since < self::WEEK || $now - $since > self::YEAR)) {
            $document->refuse(ErrorCode::OutOfRange, '/since', 'This lies at least a week before now, and at most a year. Change it.');
        }
        $reports = [];
        foreach (array_key_exists('reports', $fields) ? $document->list($fields['reports'], '/reports') ?? [] : [] as $i => $value) {
            $came = $document->instant($value, "/reports/$i")?->seconds;
            if ($came !== null && ($since !== null && $came < $since || $now !== null && $came > $now)) {
                $document->refuse(ErrorCode::OutOfRange, "/reports/$i", 'Reports lie between "since" and "now". Leave this one out.');
            }
            $reports[] = $came;
        }
        $document->conclude();
        if ($zone === null || $now === null || $since === null) {
            throw new \LogicException('A sound document has its zone and its times.');
        }
        $reports = array_values(array_filter($reports, is_int(...)));
        sort($reports);

        return [$zone, $reports, $since, $now];
    }
}
