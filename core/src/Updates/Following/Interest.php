<?php

declare(strict_types=1);

namespace Skarvo\Updates\Following;

use Skarvo\Updates\Place;
use Skarvo\Value\Must;

/** What somebody wants to hear of: all that it names must hold, and of each list any one. */
final readonly class Interest
{
    /**
     * @param  list<string>  $services  by their public names; none: any
     * @param  list<string>  $places  in their own words; none: any
     * @param  int|null  $tier  up to which: 1 matters most; null: any
     * @param  int|null  $only  the one incident that they want to hear of, whatever it hits
     * @param  bool  $onlyEnd  whether they want to hear of its end alone
     * @param  About  $about  of which kind
     *
     * @throws \DomainException
     */
    public function __construct(
        public array $services = [], public array $places = [], public ?int $tier = null, public ?int $only = null,
        public bool $onlyEnd = false, public About $about = About::All,
    ) {
        array_walk($services, static fn(string $one) => Must::name($one, 'A service'));
        array_walk($places, static fn(string $one) => Must::name($one, 'A place'));
        Must::atLeast(1, $tier ?? 1, 'A tier');
        Must::hold($only === null || [$services, $places, $tier] === [[], [], null], 'Who follows one incident follows nothing else.');
        Must::hold($only !== null || ! $onlyEnd, 'What has an end is an incident.');
    }

    /**
     * Why a notice is theirs.
     *
     * What names no place may be anywhere, so it concerns each of them. What names no service concerns whoever asked for none
     * and for no tier: of the others nobody can say.
     *
     * @return Reasons|null null: it is not
     */
    public function in(Notice $notice): ?Reasons
    {
        if ($this->only !== null) {
            return in_array($this->only, $notice->incidents, true) && ($notice->isEnd || ! $this->onlyEnd)
                ? new Reasons(isThis: true)
                : null;
        }
        if (! $this->about->meets($notice->about)) {
            return null;
        }
        $services = [];
        foreach ($notice->tiers as $name => $tier) {
            if (
                ($this->services === [] || in_array((string) $name, $this->services, true))
                && ($this->tier === null || $tier <= $this->tier)
            ) {
                $services[] = (string) $name;
            }
        }
        if ($services === [] && ($this->services !== [] || $this->tier !== null)) {
            return null;
        }
        $places = array_values(array_filter($this->places, static fn(string $one): bool => Place::isAmong($one, $notice->places)));
        if ($this->places !== [] && $notice->places !== [] && $places === []) {
            return null;
        }

        return new Reasons(
            services: $this->services === [] ? [] : $services, places: $places, tier: $this->tier,
            isAnything: $this->services === [] && $this->tier === null && $this->places === [],
        );
    }
}
