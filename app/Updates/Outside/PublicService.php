<?php

declare(strict_types=1);

namespace App\Updates\Outside;

use Skarvo\Topology\State;
use Skarvo\Updates\Past\Day;

/** A service, as outsiders may know it. */
final readonly class PublicService
{
    /**
     * @param  string  $file  name of its files, without the ending
     * @param  State|null  $state  null where nothing is claimed
     * @param  int|null  $incident  by which it was said not to work fully
     * @param  string|null  $looking  that something is being looked into
     * @param  list<Day>  $days
     */
    public function __construct(
        public string $name, public string $file, public ?State $state, public ?int $incident, public ?string $looking, public array $days,
    ) {}
}
