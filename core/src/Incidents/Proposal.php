<?php

declare(strict_types=1);

namespace Skarvo\Incidents;

use Skarvo\Topology\HitService;
use Skarvo\Topology\State;

/** How an incident is filled in before anybody has said anything: from the services that the failure reaches, with reasons. */
final readonly class Proposal
{
    private function __construct(
        public ?HitService $service,
        public string $serviceReason,
        public Impact $impact,
        public string $impactReason,
        public Urgency $urgency,
        public string $urgencyReason,
    ) {}

    /**
     * @param  list<HitService>  $hit  services that are not up
     * @param  int  $sites  at how many sites something is down or degraded
     */
    public static function from(array $hit, int $sites): self
    {
        usort(
            $hit,
            static fn(HitService $a, HitService $b): int => [
                $b->state->isBroken(), $a->tier, -$a->state->rank(), $a->id,
            ] <=> [$a->state->isBroken(), $b->tier, -$b->state->rank(), $b->id],
        );
        $broken = array_values(array_filter($hit, static fn(HitService $s): bool => $s->state->isBroken()));
        [$impact, $impactReason] = self::impact($broken, $hit, $sites);
        [$urgency, $urgencyReason] = self::urgency($broken[0] ?? null);
        $service = $hit[0] ?? null;

        return new self(
            $service,
            $service === null
                ? 'No service is known to depend on this item; choose one.'
                : ($broken === [] ? 'Nothing is broken yet; this one has lost its spare.' : (
                    count($broken) === 1 ? 'The only service affected.' : 'The one that matters most of '.count($broken).' affected.'
                )),
            $impact, $impactReason, $urgency, $urgencyReason,
        );
    }

    /**
     * Whether an incident that was judged before has grown. What has eased stays as it was judged: whoever judged it may know more.
     *
     * @return array{int, Impact, Urgency}|null the higher priority, with impact and urgency of which neither is lower than before; null if
     *      it has not
     */
    public function raises(PriorityMatrix $matrix, Impact $impact, Urgency $urgency): ?array
    {
        $higher = static fn(
            Impact|Urgency $one, Impact|Urgency $other,
        ): bool => array_search($one, $one::cases(), true) < array_search($other, $other::cases(), true);
        $impactNow = $higher($this->impact, $impact) ? $this->impact : $impact;
        $urgencyNow = $higher($this->urgency, $urgency) ? $this->urgency : $urgency;
        $priority = $matrix->priority($impactNow, $urgencyNow);

        return $priority < $matrix->priority($impact, $urgency) ? [$priority, $impactNow, $urgencyNow] : null;
    }

    /**
     * @param  list<HitService>  $broken
     * @param  list<HitService>  $hit
     * @return array{Impact, string}
     */
    private static function impact(array $broken, array $hit, int $sites): array
    {
        return match (true) {
            count($broken) >= 3 => [Impact::Wide, count($broken).' services are affected.'],
            $sites >= 3 && $broken !== [] => [Impact::Wide, "Something is broken at $sites sites."],
            $broken !== [] => [
                Impact::Part,
                count($broken) === 1
                    ? 'One service is affected: '.$broken[0]->name.'.'
                    : 'Two services are affected: '.$broken[0]->name.' and '.$broken[1]->name.'.',
            ],
            $hit !== [] => [Impact::Few, 'Services still work; a spare is lost.'],
            default => [Impact::Few, 'No service is known to be affected.'],
        };
    }

    /** @return array{Urgency, string} */
    private static function urgency(?HitService $worst): array
    {
        return match (true) {
            $worst === null => [Urgency::Later, 'Nobody is affected yet.'],
            $worst->tier === 1 => [Urgency::Now, "$worst->name: tier 1, ".self::says($worst->state).'.'],
            $worst->tier === 2 && $worst->state === State::Down => [Urgency::Now, "$worst->name: tier 2, down."],
            $worst->tier <= 3 => [Urgency::Soon, "$worst->name: tier $worst->tier, ".self::says($worst->state).'.'],
            default => [Urgency::Later, "$worst->name: tier $worst->tier."],
        };
    }

    private static function says(State $state): string
    {
        return $state === State::Down ? 'down' : 'degraded';
    }
}
