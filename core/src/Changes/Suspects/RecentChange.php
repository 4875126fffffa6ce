<?php

declare(strict_types=1);

namespace Skarvo\Changes\Suspects;

use Skarvo\Changes\ChangeKind;
use Skarvo\Changes\ChangeResult;
use Skarvo\Value\Must;

/** Something that was changed, as far as it helps to tell whether it is behind some trouble. */
final readonly class RecentChange
{
    /**
     * @param  int  $from  seconds since the epoch
     * @param  int|null  $to  likewise; null: it is under way
     * @param  list<int>  $items  numbers of items
     * @param  ChangeResult|null  $result  null: not known yet
     * @param  float|null  $okShare  how often changes like it went well, 0 to 1
     *
     * @throws \DomainException if it cannot be so
     */
    public function __construct(
        public string $id, public int $from, public ?int $to, public array $items, public ChangeKind $kind,
        public ?ChangeResult $result, public ?float $okShare,
    ) {
        Must::hold($to === null || $to > $from, 'A change has to end after it begins.');
        Must::hold($okShare === null || ($okShare >= 0 && $okShare <= 1), 'A share lies between 0 and 1.');
    }
}
