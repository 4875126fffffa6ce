<?php

declare(strict_types=1);

namespace Skarvo\Updates\Versions;

/** What is known inside of an incident, for those who may read it. */
final readonly class KnownInside
{
    /**
     * @param  string  $ref  such as `IN-0411`
     * @param  list<string>  $causes  confirmed, in the words of whoever found them
     * @param  list<string>  $ruledOut  likewise
     * @param  list<string>  $suspects  items underneath all that is hit, the most likely first
     * @param  int  $items  that are hit
     * @param  int  $reports  of people
     * @param  bool  $isWorkedOn  whether somebody has answered that they are on it
     */
    public function __construct(
        public string $ref = '', public string $title = '', public int $priority = 0, public ?string $coordinator = null,
        public array $causes = [],
        public array $ruledOut = [], public array $suspects = [], public int $items = 0, public int $reports = 0,
        public bool $isWorkedOn = false,
    ) {}
}
