<?php

declare(strict_types=1);

namespace Skarvo\Topology\Record;

/** Why the record of an item cannot be relied on. */
enum Doubt: string
{
    case NoOwner = 'no_owner';
    case NotSeen = 'not_seen';
    case Contradicted = 'contradicted';
    case NothingStandsOnIt = 'nothing_stands_on_it';
    case StandsOnOneThing = 'stands_on_one_thing';
    case InALoop = 'in_a_loop';

    /**
     * @param  bool  $isService  services are what people outside notice: nothing need stand on them
     * @param  int  $contradicted  how many of its values a scan contradicts
     * @param  int  $dependents  how many items need it
     * @param  int  $aloneUnder  of a service: how many single things, which themselves need nothing, take it down
     * @param  bool  $inALoop  whether it needs, in the end, itself
     * @return list<self>
     */
    public static function about(
        bool $isService, bool $hasOwner, bool $isSeen, int $contradicted, int $dependents, int $aloneUnder, bool $inALoop,
    ): array {
        return array_values(array_filter(self::cases(), static fn(self $doubt): bool => match ($doubt) {
            self::NoOwner => ! $hasOwner,
            self::NotSeen => ! $isSeen,
            self::Contradicted => $contradicted > 0,
            self::NothingStandsOnIt => ! $isService && $dependents === 0,
            self::StandsOnOneThing => $isService && $aloneUnder > 0,
            self::InALoop => $inALoop,
        }));
    }

    /** What to do about it. */
    public function words(): string
    {
        return match ($this) {
            self::NoOwner => 'no team owns it',
            self::NotSeen => 'no longer seen',
            self::Contradicted => 'a scan says otherwise',
            self::NothingStandsOnIt => 'nothing depends on it',
            self::StandsOnOneThing => 'stands on one thing',
            self::InALoop => 'needs itself in a circle',
        };
    }
}
