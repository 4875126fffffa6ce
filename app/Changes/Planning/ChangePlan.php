<?php

declare(strict_types=1);

namespace App\Changes\Planning;

use Carbon\CarbonImmutable;
use Skarvo\Changes\ChangeKind;

/** What a form says of a change. */
final readonly class ChangePlan
{
    /**
     * @param  list<string>  $down  ids of items
     * @param  list<string>  $touched  ids of items that it works on without taking them down
     * @param  list<array{text: string, minutes: int|null, check: string|null, back: string|null, no_return: bool}>  $steps
     */
    public function __construct(
        public string $title, public ChangeKind $kind, public CarbonImmutable $from, public CarbonImmutable $to, public array $down,
        public array $touched, public string $reason, public string $backOut, public ?string $implementer, public ?string $team,
        public array $steps, public ?int $incident = null, public ?int $undoes = null, public ?int $template = null,
        public ?int $backMinutes = null,
    ) {}
}
