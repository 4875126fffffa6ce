<?php

declare(strict_types=1);

namespace Skarvo\Incidents\Ending;

use Skarvo\Time\Duration;
use Skarvo\Value\Must;

/** How long it took to notice an incident, to take it on, and to restore service. */
final readonly class TimesTaken
{
    /**
     * @param  int|null  $detect  seconds from its beginning until it was known; null: that is not known
     * @param  int|null  $acknowledge  from then on until somebody had it
     * @param  int|null  $restore  from its beginning until service was restored
     */
    private function __construct(public ?int $detect, public ?int $acknowledge, public ?int $restore) {}

    /**
     * @param  int  $began  seconds since the epoch, as the others
     *
     * @throws \DomainException if something of it happened before it began
     */
    public static function of(int $began, ?int $detected, ?int $acknowledged, ?int $restored): self
    {
        foreach (array_filter([$detected, $acknowledged, $restored], is_int(...)) as $one) {
            Must::atLeast(0, $one - $began, 'What happened of an incident since it began');
        }

        return new self(
            $detected === null ? null : $detected - $began,
            // Somebody may have it before anything told them.
            $detected === null || $acknowledged === null ? null : max(0, $acknowledged - $detected),
            $restored === null ? null : $restored - $began,
        );
    }

    /** @return list<string> what is known of it */
    public function told(): array
    {
        return array_values(array_filter([
            $this->detect === null ? null : 'known '.self::after($this->detect, 'it began'),
            $this->acknowledge === null ? null : 'taken on '.self::after($this->acknowledge, 'that'),
            $this->restore === null ? null : 'restored '.self::after($this->restore, 'it began'),
        ]));
    }

    private static function after(int $seconds, string $what): string
    {
        return $seconds === 0 ? ($what === 'that' ? 'at once' : "as $what") : Duration::words($seconds)." after $what";
    }
}
