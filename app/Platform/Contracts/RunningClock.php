<?php

declare(strict_types=1);

namespace App\Platform\Contracts;

use Carbon\CarbonInterface;

/**
 * One thing that is running out.
 *
 * @phpstan-type Clock array{id: string, title: string, detail: string, due: int, began: int, link: string, person: bool,
 *      holder: string|null}
 */
final readonly class RunningClock
{
    /**
     * @param  string  $id  the same as long as it is about the same thing, unlike that of any other
     * @param  bool  $person  whether somebody has to act now
     * @param  string|null  $holder  the person who owes it; null: whoever can
     */
    public function __construct(
        public string $id, public string $title, public string $detail,
        public CarbonInterface $due, public CarbonInterface $began, public string $link, public bool $person,
        public ?string $holder = null,
    ) {}

    /** @return Clock times in milliseconds since the epoch */
    public function toArray(): array
    {
        return [
            'id' => $this->id, 'title' => $this->title, 'detail' => $this->detail, 'due' => (int) $this->due->getTimestampMs(),
            'began' => (int) $this->began->getTimestampMs(), 'link' => $this->link, 'person' => $this->person, 'holder' => $this->holder,
        ];
    }
}
