<?php

declare(strict_types=1);

namespace Skarvo\Rota;

use Skarvo\Time\Instant;
use Skarvo\Value\Must;

/** A stretch of time, half-open, in which one person (or nobody) is on call for one reason. */
final readonly class Segment
{
    /**
     * @param  int  $from  seconds since the epoch
     * @param  int  $to  seconds since the epoch, not part of it
     * @param  string|null  $layer  the layer that names the person; null under an override and in a gap
     * @param  int|null  $override  index of the override that names the person
     *
     * @throws \DomainException if it cannot be so
     */
    public function __construct(
        public int $from,
        public int $to,
        public ?string $person,
        public ?string $layer,
        public ?int $override,
    ) {
        Must::stretch($from, $to, 'A segment');
    }

    public function cut(int $from, int $to): self
    {
        return new self($from, $to, $this->person, $this->layer, $this->override);
    }

    public function saysTheSameAs(self $other): bool
    {
        return $this->person === $other->person && $this->layer === $other->layer && $this->override === $other->override;
    }

    /** @return array{from: string, to: string, person: ?string, layer: ?string, override: ?int} */
    public function toArray(): array
    {
        return [
            'from' => Instant::format($this->from), 'to' => Instant::format($this->to),
            'person' => $this->person, 'layer' => $this->layer, 'override' => $this->override,
        ];
    }
}
