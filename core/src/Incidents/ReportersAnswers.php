<?php

declare(strict_types=1);

namespace Skarvo\Incidents;

/** What a reporter answers about how bad it is, and what impact and urgency that makes. What they did not answer is null. */
final readonly class ReportersAnswers
{
    /** As somebody is taken who says nothing. */
    private const IMPACT = Impact::Few;

    private const URGENCY = Urgency::Soon;

    public function __construct(public ?Stops $stops, public ?Others $others, public ?Urgency $waits) {}

    public function impact(): Impact
    {
        return match ($this->others) {
            Others::Many => Impact::Wide,
            Others::Some => Impact::Part,
            Others::Nobody => Impact::Few,
            null => self::IMPACT,
        };
    }

    /** How long it can wait, as they say; what works with difficulty never waits for nothing at all, and what has stopped presses. */
    public function urgency(): Urgency
    {
        return match (true) {
            $this->stops === Stops::Little && $this->waits === Urgency::Now => Urgency::Soon,
            $this->waits !== null => $this->waits,
            $this->stops === Stops::All && $this->others === Others::Many => Urgency::Now,
            $this->stops === Stops::Little => Urgency::Later,
            default => self::URGENCY,
        };
    }
}
