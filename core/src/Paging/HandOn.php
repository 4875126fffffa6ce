<?php

declare(strict_types=1);

namespace Skarvo\Paging;

/** Whom a call goes to when somebody hands it on and names nobody, as a key on a call cannot. */
final class HandOn
{
    /**
     * The first whom the call names besides them; where that is nobody who can be reached, one of their team.
     *
     * @param  string  $holder  id of the person who hands it on
     * @param  list<string>  $named  ids of whom the call names as things stand, in the order of its steps
     * @param  list<string>  $team  ids of their team, in the order in which they are to be asked
     * @param  list<string>  $reachable  ids of those of them who have a way to be reached
     */
    public static function next(string $holder, array $named, array $team, array $reachable): ?string
    {
        foreach ([...$named, ...$team] as $id) {
            if ($id !== $holder && in_array($id, $reachable, true)) {
                return $id;
            }
        }

        return null;
    }

    /**
     * Whoever hands a call on keeps it until then. Where they gave it back before that, a yes takes it all the same; where somebody else
     * has it by then, it stays theirs.
     *
     * @param  Outcome  $handed  of the call to whom it was handed
     * @param  Outcome  $first  of the one that was handed on
     * @param  bool  $isKept  whether whoever handed it on still has it
     */
    public static function settles(Outcome $handed, Outcome $first, bool $isKept): Handed
    {
        return match (true) {
            $handed === Outcome::Acknowledged && ($isKept || $first === Outcome::Waiting || $first === Outcome::Exhausted) => Handed::Taken,
            $handed === Outcome::Exhausted && $isKept => Handed::GivenBack,
            default => Handed::Stays,
        };
    }
}
