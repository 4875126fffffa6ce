<?php

declare(strict_types=1);

namespace Skarvo\Updates\Versions;

use Skarvo\Incidents\Stage;
use Skarvo\Topology\State;
use Skarvo\Value\Language;

/** The next update to stakeholders, written from what is known, in words for outsiders. */
final readonly class Draft
{
    /** So many places are named one by one. */
    private const PLACES = 4;

    private function __construct(public string $text) {}

    /**
     * @param  list<array{name: string, state: State}>  $services  by their public names, what is hit, worst first
     * @param  string  $since  when it started, on the reader's clock
     * @param  list<string>  $sites  where, if that is known and narrower than everywhere
     * @param  string|null  $expected  by when it works again, on the reader's clock, where somebody can say
     * @param  string|null  $cause  as far as it may be told
     */
    public static function from(
        Stage $stage, array $services, string $since, array $sites, ?string $expected = null, ?string $cause = null,
        Language $in = Language::English,
    ): self {
        if ($stage === Stage::Restored) {
            $names = Phrases::list(array_column($services, 'name'), $in);

            return new self($names === '' ? Phrases::say('all_restored', $in) : Phrases::say('restored', $in, ['names' => $names]));
        }
        $places = self::places($sites, $in);
        $sentences = self::states($services, $in, 'down', 'degraded', ['since' => $since, 'places' => $places]);
        if ($sentences === []) {
            $sentences[] = Phrases::say('works', $in, ['since' => $since]);
        }
        $sentences[] = Phrases::stage($stage, $in);
        if ($cause !== null) {
            $sentences[] = Phrases::say('cause', $in, ['text' => rtrim($cause, '. ')]);
        }
        if ($expected !== null && $stage !== Stage::Proving) {
            $sentences[] = Phrases::say('expected', $in, ['time' => $expected]);
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
    public static function unchanged(
        Stage $stage, array $services, string $told, string $since, bool $isWorkedOn, ?string $expected, Language $in = Language::English,
    ): self {
        $sentences = [
            Phrases::say('unchanged', $in, ['told' => $told]),
            ...self::states($services, $in, 'still_down', 'still_degraded', ['since' => $since]),
            Phrases::stillStage($stage, $in, $isWorkedOn),
        ];
        if ($stage !== Stage::Proving && $stage !== Stage::Restored) {
            $sentences[] = $expected === null
                ? Phrases::say('not_expected', $in)
                : Phrases::say('still_expected', $in, ['time' => $expected]);
        }

        return new self(implode(' ', $sentences));
    }

    /** @param  list<string>  $services  by their public names, those that were said to work again */
    public static function reopened(array $services): self
    {
        return new self((
            $services === [] ? 'It is not over after all.' : Phrases::list($services, Language::English).': not back to normal after all.'
        ).' We are looking into it.');
    }

    /** @param  list<string>  $places */
    public static function places(array $places, Language $in): string
    {
        return $places === [] ? '' : Phrases::say('at', $in, ['places' => count($places) > self::PLACES
            ? Phrases::say('places', $in, ['count' => (string) count($places)])
            : Phrases::list($places, $in)]);
    }

    /**
     * @param  list<array{name: string, state: State}>  $services
     * @param  'down'|'still_down'  $down
     * @param  'degraded'|'still_degraded'  $degraded
     * @param  array<string, string>  $with
     * @return list<string>
     */
    private static function states(array $services, Language $in, string $down, string $degraded, array $with): array
    {
        $sentences = [];
        foreach ([[State::Down, $down], [State::Degraded, $degraded]] as [$state, $phrase]) {
            $names = array_column(array_filter($services, static fn(array $one): bool => $one['state'] === $state), 'name');
            if ($names !== []) {
                $sentences[] = Phrases::say($phrase, $in, ['names' => Phrases::list($names, $in), ...$with]);
            }
        }

        return $sentences;
    }
}
