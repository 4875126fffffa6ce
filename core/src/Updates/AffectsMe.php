<?php

declare(strict_types=1);

namespace Skarvo\Updates;

/**
 * The answer to "does this affect me?" from what outsiders may know: a service, a place, and what is known of the service.
 * It never says no while anything speaks for yes, and never yes for a place that what is known does not reach.
 */
final readonly class AffectsMe
{
    /**
     * @param  AffectsSentence|null  $says  null where what outsiders were told says all
     * @param  list<string>  $places  where a problem is known, as far as outsiders were told
     * @param  int|null  $which  of the incidents that were told about the one that it is
     */
    private function __construct(public Affects $affects, public ?AffectsSentence $says, public array $places, public ?int $which) {}

    /**
     * @param  string|null  $place  in the words of whoever asks
     * @param  list<list<string>>  $told  for each incident of the service that outsiders were told about, the places that it reaches; none:
     *      everywhere
     * @param  list<string>  $public  places that outsiders were told of: only these are named
     * @param  bool  $isKnown  whether any incident of the service is open, told about or not
     * @param  bool  $isWorse  whether the service is known to work less than it should, told about or not
     */
    public static function of(?string $place, array $told, array $public, bool $isKnown, bool $isWorse): self
    {
        $place = $place === null || trim($place) === '' ? null : trim($place);
        $reached = array_keys(array_filter(
            $told, static fn(array $places): bool => $place === null || $places === [] || Place::isAmong($place, $places),
        ));
        if ($reached !== []) {
            return new self(Affects::Yes, null, [], $reached[0]);
        }
        if ($told !== []) {
            $places = array_values(array_intersect(array_unique(array_merge(...$told)), $public));

            return new self(Affects::Unsure, AffectsSentence::Elsewhere, $places, 0);
        }
        if ($isKnown || $isWorse) {
            return new self(Affects::Unsure, AffectsSentence::Looking, [], null);
        }

        return new self(Affects::No, AffectsSentence::None, [], null);
    }
}
