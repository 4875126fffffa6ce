<?php

declare(strict_types=1);

namespace App\Updates\Following;

use Skarvo\Updates\Following\About;
use Skarvo\Updates\Following\Channel;

/** What somebody wants to follow, and when they want to hear of it. */
final readonly class Wishes
{
    /**
     * @param  list<string>  $services  by their public names; none: any
     * @param  list<string>  $places  in their own words; none: any
     * @param  int|null  $incident  that they want to hear the end of, and nothing else
     * @param  int|null  $quietFrom  seconds of the day
     * @param  int|null  $digestAt  seconds of the day
     */
    public function __construct(
        public Channel $channel, public string $address, public string $language, public string $zone, public array $services = [],
        public array $places = [], public ?int $tier = null, public ?int $incident = null, public ?int $quietFrom = null,
        public ?int $quietUntil = null, public ?int $digestAt = null, public About $about = About::All,
    ) {}

    /** @return array<string, mixed> as a subscription keeps them, without the address */
    public function columns(): array
    {
        return [
            'language' => $this->language, 'zone' => $this->zone, 'services' => $this->services, 'places' => $this->places,
            'tier' => $this->tier, 'about' => $this->about,
            'incident_id' => $this->incident, 'only_end' => $this->incident !== null, 'quiet_from' => $this->quietFrom,
            'quiet_until' => $this->quietUntil, 'digest_at' => $this->digestAt,
        ];
    }
}
