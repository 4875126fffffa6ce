<?php

declare(strict_types=1);

namespace App\Incidents;

use App\Platform\Moment;
use App\Topology\Item;
use App\Topology\Owners;
use App\Topology\Standing;
use Skarvo\Incidents\Proposal;
use Skarvo\Topology\HitService;
use Skarvo\Topology\Record\UseBehind;
use Skarvo\Topology\Record\WeekOfUse;
use Skarvo\Topology\State;

/** What alerts say is hit, who stands behind it, and what that speaks for. */
final readonly class WhatIsHit
{
    public Proposal $proposal;

    /**
     * @param  list<HitService>  $services  worst and most important first
     * @param  list<string>  $sites
     */
    private function __construct(public array $services, public array $sites)
    {
        $this->proposal = Proposal::from($services, count($sites));
    }

    /** @param  array<array-key, State>  $observed  worst state by item, of what is asked about */
    public static function by(array $observed, Standing $standing): self
    {
        $impact = $standing->of($observed);

        return new self($standing->estate->services($impact), $standing->estate->sites($impact));
    }

    /** @return string|null how many an hour stand behind what is hit, as far as that is recorded */
    public function behind(): ?string
    {
        $weeks = Item::query()
            ->whereKey(array_map(static fn(HitService $s): string => $s->id, $this->services))->whereNotNull('use')
            ->pluck('use', 'id');
        $used = [];
        foreach ($this->services as $service) {
            $use = $weeks->get($service->id);
            if (is_string($use)) {
                $used[] = ['use' => WeekOfUse::parse($use), 'state' => $service->state];
            }
        }

        return UseBehind::of($used, WeekOfUse::hourOf(Moment::now(), new \DateTimeZone(config()->string('skarvo.time_zone'))))->words();
    }

    /**
     * @return list<array{id: string, name: string, of: list<string>}> who answers for services that do not work fully, and has to be told
     */
    public function owners(): array
    {
        return Owners::of(array_values(array_map(
            static fn(HitService $s): string => $s->id,
            array_filter($this->services, static fn(HitService $s): bool => $s->state->isBroken()),
        )));
    }

    /**
     * @return array{priority: int, impact: string, urgency: string, why: string}|null what an open incident has grown to since somebody
     *      judged it
     */
    public function grown(Incident $incident): ?array
    {
        $priority = $incident->isOpen() ? $this->proposal->raises(Priorities::matrix(), $incident->impact, $incident->urgency) : null;

        return $priority === null ? null : [
            'priority' => $priority[0], 'impact' => $priority[1]->value, 'urgency' => $priority[2]->value,
            'why' => "{$this->proposal->impactReason} {$this->proposal->urgencyReason}",
        ];
    }
}
