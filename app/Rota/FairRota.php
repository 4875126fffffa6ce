<?php

declare(strict_types=1);

namespace App\Rota;

use App\Platform\Person;
use Skarvo\Rota\Burden;
use Skarvo\Rota\Coverage;
use Skarvo\Rota\FairTurns;
use Skarvo\Rota\Segment;
use Skarvo\Rota\TurnRules;
use Skarvo\Time\Zone;

/** Proposes who takes a rota's next turns so that it evens out, and says what that changes. */
final class FairRota
{
    /** What was carried in the quarter before counts. */
    private const LOOKS_BACK_DAYS = 91;

    /**
     * @return array{changes: list<array{from: int, to: int, was: string, is: string}>, carried: list<Burden>, before: list<Burden>,
     *      after: list<Burden>, kept: int, broken: list<string>}
     */
    public static function propose(Rota $rota, int $weeks, TurnRules $rules): array
    {
        $now = now()->getTimestamp();
        $to = $now + $weeks * 7 * 86400;
        $zone = Zone::orUtc($rota->time_zone);
        $holidays = Holidays::dates();
        $turns = array_values(array_filter(
            $rota->planned($now, $to)->segments,
            static fn(Segment $turn): bool => $turn->person !== null && $turn->from > $now && $turn->to < $to,
        ));
        $people = array_values(
            Person::query()->where('team_id', $rota->team_id)
                ->whereNull('left_at')->whereHas('contacts')->orderBy('id')->pluck('id')->map(strval(...))
                ->filter(static fn(string $id): bool => $rota->names($id))->all(),
        );
        if ($turns === [] || $people === []) {
            return ['changes' => [], 'carried' => [], 'before' => [], 'after' => [], 'kept' => 0, 'broken' => []];
        }
        $carried = [];
        foreach (Burden::of($rota->between($now - self::LOOKS_BACK_DAYS * 86400, $now), $zone, $holidays, []) as $burden) {
            $carried[$burden->person] = $burden;
        }
        $absences = Absences::between($now, $to, $people);
        $proposal = FairTurns::propose($turns, $people, $rules, $absences, $zone, $holidays, $carried);
        $found = $proposal['people'];
        $given = array_map(
            static fn(Segment $turn, string $person): Segment => new Segment($turn->from, $turn->to, $person, null, null), $turns,
            $found,
        );
        $changes = [];
        foreach ($turns as $i => $turn) {
            if ($turn->person !== $found[$i]) {
                $changes[] = ['from' => $turn->from, 'to' => $turn->to, 'was' => (string) $turn->person, 'is' => $found[$i]];
            }
        }

        return [
            'changes' => $changes,
            'carried' => array_values($carried),
            'before' => Burden::of(new Coverage($turns, []), $zone, $holidays, []),
            'after' => Burden::of(new Coverage($given, []), $zone, $holidays, []),
            'kept' => count($turns) - count($changes),
            'broken' => $proposal['broken'],
        ];
    }
}
