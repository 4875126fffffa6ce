<?php

declare(strict_types=1);

namespace Skarvo\Signals\Replay;

/**
 * Alerts that belong together.
 *
 * @internal
 */
final class Group
{
    /** The group that took this one in. */
    public ?Group $into = null;

    /**
     * @var list<array{ReplayAlert, string, ReplayAlert}> founders of the groups that came into it, the stamps of the alerts that brought
     *      them together, and the founders of the groups that took them in
     */
    public array $taken = [];

    public int $newest;

    /** @var non-empty-list<ReplayAlert> */
    public array $alerts;

    /** @param  int  $number  goes up with time */
    public function __construct(public readonly int $number, ReplayAlert $first)
    {
        $this->alerts = [$first];
        $this->newest = $first->openedAt;
    }

    /** When its oldest alert opened: a group that takes others in is older than they are. */
    public function oldest(): int
    {
        return $this->alerts[0]->openedAt;
    }
}
