<?php

declare(strict_types=1);

namespace Skarvo\Updates\Check;

use Skarvo\Incidents\Stage;
use Skarvo\Topology\State;

/**
 * Reads words that are to go out against the record: times, states, places, claims that it is over, and what is known inside only.
 *
 * It knows patterns of four languages, and so misses what is said in no such way: a person reads it all the same.
 */
final readonly class Check
{
    /** So many places are named one by one. */
    private const FEW = 4;

    private ServiceNames $names;

    public function __construct(private RecordFacts $facts)
    {
        $this->names = new ServiceNames($facts);
    }

    /** @return list<Slip> of what is said of the incident, in the order in which it stands in the text */
    public function update(string $words): array
    {
        $text = new Text($words);

        return self::inOrder(
            [
                ...(new SaidTimes($this->facts))->in($text), ...$this->claims($text), ...$this->places($text),
                ...(new Inside($this->facts))->in($text),
            ]
        );
    }

    /**
     * Of one version of an update among several, which say the same: what it says otherwise than its facts do, and what it leaves out.
     *
     * @param  bool  $isInside  whether its readers may know names from inside
     * @return list<Slip>
     */
    public function version(string $words, bool $isInside): array
    {
        $text = new Text($words);

        return self::inOrder([
            ...(new SaidTimes($this->facts))->in($text), ...$this->claims($text), ...$this->places($text), ...$this->leftOut($text),
            ...($isInside ? [] : (new Inside($this->facts))->in($text)),
        ]);
    }

    /** @return list<Slip> of services and places, where it names some of them */
    private function leftOut(Text $text): array
    {
        $slips = [];
        $named = $this->names->in($text->text);
        $missing = array_values(array_diff($this->facts->about, $named));
        if ($missing !== [] && array_intersect($this->facts->about, $named) !== []) {
            $slips[] = $text->slip(SlipKind::Service, 0, '', 'It leaves out '.self::list($missing).', which the facts name.');
        }
        $without = new Text($this->names->without($text->text));
        $said = array_filter($this->facts->places, static fn(string $one): bool => $without->all(Text::name($one)) !== []);
        $missing = array_values(array_diff($this->facts->places, $said));
        if ($said !== [] && $missing !== [] && count($this->facts->places) <= self::FEW) {
            $slips[] = $text->slip(SlipKind::Place, 0, '', 'It leaves out '.self::list($missing).', which the facts name.');
        }
        $count = count($this->facts->places);
        foreach ($count === 0 ? [] : $text->all(Words::PLACES) as $match) {
            $number = (int) $match[1][0];
            if ($number !== $count) {
                $slips[] = $text->slip(SlipKind::Place, $match[1][1], $match[1][0], "By the facts it is felt at $count.", (string) $count);
            }
        }

        return $slips;
    }

    /** @return list<Slip> of what to do meanwhile: times and places in it are not those of the incident */
    public function meanwhile(string $words): array
    {
        return self::inOrder((new Inside($this->facts))->in(new Text($words)));
    }

    /**
     * @param  list<Slip>  $slips
     * @return list<Slip>
     */
    private static function inOrder(array $slips): array
    {
        usort(
            $slips, static fn(Slip $a, Slip $b): int => [$a->at, -$a->length, $a->kind->value] <=> [$b->at, -$b->length, $b->kind->value]
        );

        return $slips;
    }

    /**
     * Services that the update is about and that a text names, without words for how they are that this check knows: of those it can
     * say neither that they agree with the facts nor that they do not.
     *
     * @return list<string>
     */
    public function unread(string $words): array
    {
        $named = $read = [];
        foreach ($this->said(new Text($words)) as [, , $names, $claims]) {
            $named = [...$named, ...$names];
            $read = $claims === [] ? $read : [...$read, ...$names];
        }

        return array_values(array_diff(array_intersect($this->facts->about, $named), $read));
    }

    /**
     * @return iterable<array{int, string, list<string>, list<Claim>}> clauses, each with where it begins, services that it speaks of, and
     *      what it says of them
     */
    private function said(Text $text): iterable
    {
        $named = $claims = [];
        foreach ($text->clauses() as [$from, $clause, $goesOn]) {
            // "Vehicle lanes work, but slowly": what is said comes after what it is said of.
            $named = $this->names->in($clause) ?: ($goesOn && $claims === [] ? $named : []);
            $claims = Claim::allIn(new Text($clause));
            if ($claims !== [] && $claims[0]->isOver && (new SaidTimes($this->facts))->isToCome(self::part($clause, $claims[0]->at))) {
                $claims = [];
            }
            yield [$from, $clause, $named, $claims];
        }
    }

    /** What stands between the commas around something: a time after the next one is of something else. */
    private static function part(string $clause, int $at): string
    {
        $from = strrpos(substr($clause, 0, $at), ',');

        return explode(',', substr($clause, $from === false ? 0 : $from + 1))[0];
    }

    /** @return list<Slip> */
    private function claims(Text $text): array
    {
        $slips = [];
        foreach ($this->said($text) as [$from, $clause, $named, $claims]) {
            if (
                $claims !== [] && $named === [] && $claims[0]->isOver && $this->facts->isBroken() && $this->facts->stage !== Stage::Restored
            ) {
                $broken = array_keys(array_filter($this->facts->services, static fn(State $one): bool => $one->isBroken()));
                $slips[] = $text->slip(
                    SlipKind::Restored, $from + $claims[0]->at, $claims[0]->found,
                    "It says “{$claims[0]->found}”, but as the record stands ".self::list($broken).' '
                        .(count($broken) === 1 ? 'does' : 'do').' not work fully.',
                );
            }
            if (
                $claims === [] && $this->isOfItsBeginning($clause)
                && array_filter($named, fn(string $one): bool => $this->facts->services[$one]->isBroken()) === []
            ) {
                foreach ($named as $name) {
                    $slips[] = $this->besides($text, $name, $clause, $from);
                }
            }
            foreach ($named as $name) {
                // "Down, so expect delays" says two things of it, of which one is meant.
                if (
                    $claims !== []
                    && array_filter($claims, fn(Claim $one): bool => $this->holds($one, $this->facts->services[$name])) === []
                ) {
                    $slips[] = $this->against($text, $name, $claims[0], $from);
                    break;
                }
            }
        }

        return $slips;
    }

    /**
     * Whether a clause says of what it names that something began: what is wrong with it people say in more ways than anybody can
     * list, but that it began they say in few.
     */
    private function isOfItsBeginning(string $clause): bool
    {
        return $this->facts->stage !== Stage::Restored && (new Text($clause))->all(Words::INSTEAD) === []
            && ((new Text($clause))->all(Words::BEGAN) !== [] || str_contains($clause, $this->facts->clock($this->facts->since)));
    }

    private function besides(Text $text, string $name, string $clause, int $from): Slip
    {
        $names = implode(
            '|',
            array_map(
                static fn(int|string $one): string => Text::name((string) $one), [$name, ...array_keys($this->facts->aliases, $name, true)]
            )
        );
        // What goes on another clause may name it there.
        [$found, $at] = (new Text($clause))->all($names)[0][0] ?? ['', 0];

        return $text->slip(
            SlipKind::State, $from + $at, $found, "It says since when something is wrong with $name, which is working as the record stands."
        );
    }

    private function holds(Claim $claim, State $is): bool
    {
        return match ($claim->state) {
            State::Up, State::AtRisk => ! $is->isBroken() || $this->facts->stage === Stage::Restored,
            default => $is === $claim->state,
        };
    }

    private function against(Text $text, string $name, Claim $claim, int $from): Slip
    {
        $how = match ($this->facts->services[$name]) {
            State::Down => 'not working',
            State::Degraded => 'only partly working',
            default => 'working',
        };

        return $text->slip(
            $claim->isOver ? SlipKind::Restored : SlipKind::State, $from + $claim->at, $claim->found,
            "It says “{$claim->found}” of $name, which is $how as the record stands.", $how,
        );
    }

    /** @return list<Slip> places at which it is not felt, as far as that is known */
    private function places(Text $text): array
    {
        if ($this->facts->places === []) {
            return [];
        }
        $slips = [];
        foreach (array_diff($this->facts->allPlaces, $this->facts->places) as $place) {
            foreach ($text->clauses() as [$from, $clause]) {
                $match = (new Text($this->names->without($clause)))->all(Text::name($place))[0][0] ?? null;
                if ($match === null || self::isElsewhere($clause)) {
                    continue;
                }
                $slips[] = $text->slip(
                    SlipKind::Place, $from + $match[1], $match[0],
                    'As the record stands it is felt at '.self::list($this->facts->places).", not at $place.",
                    count($this->facts->places) === 1 ? $this->facts->places[0] : null,
                );
            }
        }

        return $slips;
    }

    /** Whether a clause says of a place that it is not felt there. */
    private static function isElsewhere(string $clause): bool
    {
        // "Not working" says nothing of places.
        $rest = (string) preg_replace('~'.Words::DOWN.'~iu', '.', $clause);

        return (new Text($clause))->all(Words::NORMAL) !== [] || (new Text($rest))->all(Words::ELSEWHERE) !== [];
    }

    /** @param  array<array-key, string>  $names */
    private static function list(array $names): string
    {
        $names = array_values($names);
        $more = count($names) - 4;
        if ($more > 0) {
            return implode(', ', array_slice($names, 0, 4))." and $more more";
        }
        $last = array_pop($names);

        return $names === [] ? (string) $last : implode(', ', $names)." and $last";
    }
}
