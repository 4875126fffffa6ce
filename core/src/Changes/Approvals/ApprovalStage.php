<?php

declare(strict_types=1);

namespace Skarvo\Changes\Approvals;

use Skarvo\Value\Must;

/** People who are asked together, and how many of them have to say yes. */
final readonly class ApprovalStage
{
    /**
     * @param  non-empty-list<string>  $of  people, each once
     * @param  bool  $veto  whether a single no refuses it
     * @param  int|null  $expires  seconds for which it stays open; null: for as long as it takes
     */
    public function __construct(public string $name, public array $of, public Quorum $needs, public bool $veto, public ?int $expires)
    {
        Must::name($name, 'A stage');
        Must::some($of, 'A stage asks one person at least.');
    }
}
