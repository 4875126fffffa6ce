<?php

declare(strict_types=1);

namespace Skarvo\Rota;

/** Where everything hangs on one person: stretches in which all that a policy names comes to less than two people. */
final class Backing
{
    /**
     * @param  list<Coverage>  $rotas  that the policy names, over the same range
     * @param  list<string>  $people  whom it names by name
     * @return list<array{from: int, to: int, person: string|null}> in order: the only one there is, or nobody; seconds since the epoch
     */
    public static function single(array $rotas, array $people): array
    {
        $cuts = [];
        foreach ($rotas as $coverage) {
            foreach ($coverage->segments as $segment) {
                array_push($cuts, $segment->from, $segment->to);
            }
        }
        $cuts = array_values(array_unique($cuts));
        sort($cuts);
        $next = array_fill(0, count($rotas), 0);
        $found = [];
        for ($i = 0; $i + 1 < count($cuts); $i++) {
            $named = array_fill_keys($people, true);
            foreach ($rotas as $r => $coverage) {
                while (($coverage->segments[$next[$r]]->to ?? PHP_INT_MAX) <= $cuts[$i]) {
                    $next[$r]++;
                }
                $segment = $coverage->segments[$next[$r]] ?? null;
                if ($segment?->person !== null && $segment->from <= $cuts[$i]) {
                    $named[$segment->person] = true;
                }
            }
            if (count($named) > 1) {
                continue;
            }
            $person = $named === [] ? null : (string) array_key_first($named);
            $last = count($found) - 1;
            if ($last >= 0 && $found[$last]['to'] === $cuts[$i] && $found[$last]['person'] === $person) {
                $found[$last]['to'] = $cuts[$i + 1];
            } else {
                $found[] = ['from' => $cuts[$i], 'to' => $cuts[$i + 1], 'person' => $person];
            }
        }

        return $found;
    }
}
