<?php

declare(strict_types=1);

namespace Skarvo\Updates;

use Skarvo\Incidents\Stage;
use Skarvo\Topology\State;

/** The next update to stakeholders, written from what is known, in words for outsiders. */
final readonly class Draft
{
    private function __construct(public string $text) {}

    /**
     * @param  list<array{name: string, state: State}>  $services  by their public names, what is hit, worst first
     * @param  string  $since  when it started, on the reader's clock
     * @param  list<string>  $sites  where, if that is known and narrower than everywhere
     * @param  string|null  $expected  by when it works again, on the reader's clock, where somebody can say
     */
    public static function from(Stage $stage, array $services, string $since, array $sites, ?string $expected = null): self
    {
        $sentences = [];
        if ($stage === Stage::Restored) {
            $names = self::list(array_column($services, 'name'));

            return new self($names === '' ? 'Everything is working normally again.' : "$names: working normally again.");
        }
        foreach ([[State::Down, 'not working'], [State::Degraded, 'only partly working']] as [$state, $how]) {
            $names = array_column(array_filter($services, static fn(array $s): bool => $s['state'] === $state), 'name');
            if ($names !== []) {
                $sentences[] = self::list($names).": $how since $since".(
                    count($sites) > 0 && count($sites) <= 4 ? ', at '.self::list($sites) : ''
                ).'.';
            }
        }
        if ($sentences === []) {
            $sentences[] = "We have had a fault since $since; services are still working.";
        }
        $sentences[] = match ($stage) {
            Stage::Looking => 'We are looking for the cause.',
            Stage::CauseFound => 'We have found the cause.',
            Stage::Fixing => 'We are fixing it.',
            Stage::Proving => 'It is working again, and we are checking that it stays that way.',
        };
        if ($expected !== null && $stage !== Stage::Proving) {
            $sentences[] = "We expect it to work again by $expected.";
        }

        return new self(implode(' ', $sentences));
    }

    /**
     * That nothing is new since the last update still says since when, how it stands, who is working on it and by when it is back.
     *
     * @param  list<array{name: string, state: State}>  $services  as above
     * @param  string  $told  when the last update was given, on the reader's clock
     * @param  bool  $isWorkedOn  whether somebody has answered that they are on it
     */
    public static function unchanged(Stage $stage, array $services, string $told, string $since, bool $isWorkedOn, ?string $expected): self
    {
        $sentences = ["Nothing new since $told."];
        foreach ([[State::Down, 'still not working'], [State::Degraded, 'still only partly working']] as [$state, $how]) {
            $names = array_column(array_filter($services, static fn(array $s): bool => $s['state'] === $state), 'name');
            if ($names !== []) {
                $sentences[] = self::list($names).": $how, since $since.";
            }
        }
        $sentences[] = match ($stage) {
            Stage::Looking => $isWorkedOn ? 'Our technicians are still looking for the cause.' : 'We are still looking for the cause.',
            Stage::CauseFound => $isWorkedOn ? 'The cause is known, and our technicians are working on it.' : 'The cause is known.',
            Stage::Fixing => $isWorkedOn ? 'Our technicians are still fixing it.' : 'We are still fixing it.',
            Stage::Proving => 'We are still checking that it stays that way.',
            Stage::Restored => 'It works normally.',
        };
        if ($stage !== Stage::Proving && $stage !== Stage::Restored) {
            $sentences[] = $expected === null ? 'We cannot say yet when it works again.' : "We still expect it to work again by $expected.";
        }

        return new self(implode(' ', $sentences));
    }

    /** @param  list<string>  $services  by their public names, those that were said to work again */
    public static function reopened(array $services): self
    {
        return new self((
            $services === [] ? 'It is not over after all.' : self::list($services).': not back to normal after all.'
        ).' We are looking into it.');
    }

    /** @param  array<array-key, string>  $names */
    private static function list(array $names): string
    {
        $names = array_values($names);
        $last = array_pop($names);

        return $names === [] ? (string) $last : implode(', ', $names)." and $last";
    }
}
