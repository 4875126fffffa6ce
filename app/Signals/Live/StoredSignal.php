<?php

declare(strict_types=1);

namespace App\Signals\Live;

use Skarvo\Signals\Condition;
use Skarvo\Signals\Level;
use Skarvo\Signals\Replay\ReplaySignal;

/** Signals as rows of the database. Every drained signal passes here, so there are no models. */
final class StoredSignal
{
    /** What a row needs for toCore(). */
    public const COLUMNS = ['id', 'source', 'at', 'item', 'check', 'condition', 'level', 'labels'];

    /** A number for a source, item and check by which their signals are found; two may share one, if rarely. */
    public static function familyNumber(string $family): int
    {
        $parts = unpack('q', hash('xxh3', $family, true));

        return is_array($parts) && is_int($parts[1]) ? $parts[1] : throw new \LogicException('A hash of eight bytes is a number.');
    }

    /** @param  \stdClass  $row  with COLUMNS */
    public static function toCore(\stdClass $row, ?RuleSets $rules = null): ReplaySignal
    {
        $labels = $row->labels === null ? [] : json_decode($row->labels, true, 4, JSON_THROW_ON_ERROR);
        $signal = new ReplaySignal(
            (int) $row->at, $row->source, $row->item, $row->check, Condition::from($row->condition), Level::from($row->level),
            is_array($labels) ? $labels : [], (int) $row->id,
        );

        return $rules === null
            ? $signal
            : new ReplaySignal(
                $signal->at, $signal->source, $signal->item, $signal->check, $signal->condition, $signal->level, $signal->labels,
                $signal->order, $rules->treat($signal),
            );
    }
}
