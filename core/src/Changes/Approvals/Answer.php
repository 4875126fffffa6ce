<?php

declare(strict_types=1);

namespace Skarvo\Changes\Approvals;

use Skarvo\Time\Instant;

/** What somebody said, and when. */
final readonly class Answer
{
    public function __construct(public Instant $at, public string $person, public bool $isYes) {}
}
