<?php

declare(strict_types=1);

namespace Skarvo\Updates\Following;

use Skarvo\Value\Must;

/** What outsiders are told, as far as it decides who hears of it. */
final readonly class Notice
{
    /**
     * @param  array<array-key, int>  $tiers  of the services that it is or was about, by their public names: 1 matters most; none: about no
     *      service by name
     * @param  list<string>  $places  that it names; none: it may be anywhere
     * @param  bool  $isUrgent  whether it also goes out while somebody wants quiet
     * @param  bool  $isEnd  whether it says that it is over
     * @param  list<int>  $incidents  that it is about: several turned out to be one
     * @param  About  $about  that something does not work, planned work, or both
     *
     * @throws \DomainException
     */
    public function __construct(
        public array $tiers, public array $places, public bool $isUrgent, public bool $isEnd = false, public array $incidents = [],
        public About $about = About::Incidents,
    ) {
        foreach ($tiers as $name => $tier) {
            Must::name((string) $name, 'A service');
            Must::atLeast(1, $tier, "The tier of $name");
        }
        array_walk($places, static fn(string $place) => Must::name($place, 'A place'));
    }
}
