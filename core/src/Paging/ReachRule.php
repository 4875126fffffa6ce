<?php

declare(strict_types=1);

namespace Skarvo\Paging;

use Skarvo\Time\WeekHours;
use Skarvo\Time\Zone;

/** One rule of a person: for what is so urgent, at such a time, I am reached in this way. */
final readonly class ReachRule
{
    /**
     * @param  list<string>  $urgencies  of incidents, any if empty
     * @param  WeekHours|null  $window  on the person's own clock; null means always
     * @param  list<Contact>  $contacts  in the order in which they are tried
     */
    public function __construct(private array $urgencies, private ?WeekHours $window, public array $contacts) {}

    public function fits(string $urgency, int $at, Zone $zone): bool
    {
        return ($this->urgencies === [] || in_array($urgency, $this->urgencies, true)) && self::isOpen($this->window, $at, $zone);
    }

    /**
     * The contacts of the first rule that fits and names any, or those that hold without rules: a rule never makes a
     * person unreachable.
     *
     * @param  list<self>  $rules
     * @param  list<Contact>  $usual
     * @return list<Contact>
     */
    public static function contacts(array $rules, array $usual, string $urgency, int $at, Zone $zone): array
    {
        foreach ($rules as $rule) {
            if ($rule->contacts !== [] && $rule->fits($urgency, $at, $zone)) {
                return $rule->contacts;
            }
        }

        return $usual;
    }

    /** @param  WeekHours|null  $window  null is always open */
    public static function isOpen(?WeekHours $window, int $at, Zone $zone): bool
    {
        foreach ($window?->open($zone, $at, $at + 1) ?? [] as [$opens, $closes]) {
            if ($opens <= $at && $at < $closes) {
                return true;
            }
        }

        return $window === null;
    }
}
