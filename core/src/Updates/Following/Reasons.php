<?php

declare(strict_types=1);

namespace Skarvo\Updates\Following;

/** Why somebody is told: of what they follow, what it is about. */
final readonly class Reasons
{
    /**
     * @param  list<string>  $services  that they follow
     * @param  list<string>  $places  that they follow
     * @param  int|null  $tier  up to which they follow any service
     * @param  bool  $isAnything  whether they follow whatever there is
     * @param  bool  $isThis  whether they follow this incident
     * @param  bool  $wasTold  whether they were told of it before, and so hear how it goes on
     * @param  bool  $isAdded  whether somebody added them
     */
    public function __construct(
        public array $services = [], public array $places = [], public ?int $tier = null, public bool $isAnything = false,
        public bool $isThis = false, public bool $wasTold = false, public bool $isAdded = false,
    ) {}

    public function with(self $other): self
    {
        return new self(
            array_values(array_unique([...$this->services, ...$other->services])),
            array_values(array_unique([...$this->places, ...$other->places])),
            $this->tier === null || $other->tier === null ? $this->tier ?? $other->tier : max($this->tier, $other->tier),
            $this->isAnything || $other->isAnything, $this->isThis || $other->isThis, $this->wasTold || $other->wasTold,
            $this->isAdded || $other->isAdded,
        );
    }
}
