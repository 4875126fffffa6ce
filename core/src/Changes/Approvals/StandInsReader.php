<?php

declare(strict_types=1);

namespace Skarvo\Changes\Approvals;

use Skarvo\Json\ErrorCode;
use Skarvo\Json\Row;

/** Reads who stands in for whom, as the contract of approvals and the organisation's rules write it. */
final class StandInsReader
{
    /** @return array<array-key, list<string>> by person, the first asked first */
    public static function read(Row $root): array
    {
        $found = [];
        $map = $root->has('stand_ins') ? $root->document->map($root->fields['stand_ins'], $root->at('stand_ins')) ?? [] : [];
        $rows = Row::of($root->document, $map, $root->at('stand_ins'));
        foreach (array_keys($map) as $person) {
            $person = (string) $person;
            $root->document->id($person, $rows->at($person));
            foreach ($rows->ids($person) as $i => $standIn) {
                $standIn === $person
                    ? $root->document
                        ->refuse(ErrorCode::OutOfRange, $rows->at($person)."/$i", 'Nobody stands in for themselves. Name another.')
                    : $found[$person][] = $standIn;
            }
        }

        return $found;
    }
}
