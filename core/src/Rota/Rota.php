<?php

declare(strict_types=1);

namespace Skarvo\Rota;

use Skarvo\Time\Zone;

/** Layers of people who take turns, and the exceptions to them: answers who is on call when. */
final readonly class Rota
{
    /**
     * @param  list<Layer>  $layers  a later one covers the earlier ones where it speaks
     * @param  list<Override>  $overrides  over all layers, a later one over an earlier one
     */
    public function __construct(private Zone $zone, private array $layers, private array $overrides = []) {}

    /**
     * @param  int  $from  seconds since the epoch
     * @param  int  $to  seconds since the epoch, later than $from
     */
    public function between(int $from, int $to): Coverage
    {
        $segments = [new Segment($from, $to, null, null, null)];
        foreach ($this->layers as $layer) {
            $segments = self::cover($segments, $layer->speaks($this->zone, $from, $to));
        }
        $unused = [];
        foreach ($this->overrides as $index => $override) {
            $acted = false;
            $segments = self::apply($segments, $override, $index, $acted);
            if (! $acted) {
                $unused[] = $index;
            }
        }

        return new Coverage(self::joined($segments), $unused);
    }

    public function at(int $instant): ?string
    {
        return $this->between($instant, $instant + 1)->segments[0]->person;
    }

    /**
     * @param  list<Segment>  $under  covers the range from end to end
     * @param  list<Segment>  $over  in order
     * @return list<Segment>
     */
    private static function cover(array $under, array $over): array
    {
        $result = [];
        $next = 0;
        foreach ($under as $segment) {
            $at = $segment->from;
            while ($at < $segment->to) {
                while ($next < count($over) && $over[$next]->to <= $at) {
                    $next++;
                }
                $upper = $over[$next] ?? null;
                $end = min($segment->to, match (true) {
                    $upper === null => $segment->to,
                    $upper->from > $at => $upper->from,
                    default => $upper->to,
                });
                $result[] = ($upper !== null && $upper->from <= $at ? $upper : $segment)->cut($at, $end);
                $at = $end;
            }
        }

        return $result;
    }

    /**
     * @param  list<Segment>  $segments
     * @return list<Segment>
     */
    private static function apply(array $segments, Override $override, int $index, bool &$acted): array
    {
        $result = [];
        foreach ($segments as $segment) {
            [$from, $to] = [max($segment->from, $override->from), min($segment->to, $override->to)];
            $person = $from < $to ? $override->replacement($segment->person) : null;
            if ($person === null) {
                $result[] = $segment;

                continue;
            }
            $acted = true;
            if ($segment->from < $from) {
                $result[] = $segment->cut($segment->from, $from);
            }
            $result[] = new Segment($from, $to, $person, null, $index);
            if ($to < $segment->to) {
                $result[] = $segment->cut($to, $segment->to);
            }
        }

        return $result;
    }

    /**
     * @param  list<Segment>  $segments
     * @return non-empty-list<Segment>
     */
    private static function joined(array $segments): array
    {
        $result = [];
        foreach ($segments as $segment) {
            $last = end($result);
            if ($last !== false && $last->saysTheSameAs($segment)) {
                array_pop($result);
                $segment = $segment->cut($last->from, $segment->to);
            }
            $result[] = $segment;
        }

        return $result ?: throw new \LogicException('A range of time has at least one segment.');
    }
}
