<?php

declare(strict_types=1);

namespace Skarvo\Updates\Check;

use Skarvo\Topology\State;

/** That some words say of services how they are. */
final readonly class Claim
{
    /**
     * @param  int  $at  where it begins in its clause, in bytes
     * @param  bool  $isOver  whether it says that a fault is over
     */
    public function __construct(public State $state, public int $at, public string $found, public bool $isOver) {}

    /** @return list<self> what a clause says of the services in it, in the order in which it is most likely meant */
    public static function allIn(Text $clause): array
    {
        $claims = [];
        // Partly comes before not at all, and as usual between them: "not affected" holds a "not", "only partly working" a "working".
        foreach (
            [
                [Words::RESTORED, State::Up, true], [Words::PARTLY, State::Degraded, false], [Words::NORMAL, State::Up, false],
                [Words::DOWN, State::Down, false],
            ] as [$pattern, $state, $isOver]
        ) {
            $match = $clause->all($pattern)[0][0] ?? null;
            if ($match === null) {
                continue;
            }
            if (
                $state === State::Up
                && (new Text(substr($clause->text, 0, $match[1])))->all($isOver ? Words::NOT_YET.'|'.Words::MAY_BE : Words::NOT_YET) !== []
            ) {
                if ($isOver) {
                    // "Not back yet", "will work again": it says of no state that it is so.
                    return [];
                }

                continue;
            }
            $before = $claims[count($claims) - 1] ?? null;
            if (
                $state === State::Down && $before?->state === State::Degraded && $match[1] >= $before->at
                && $match[1] <= $before->at + strlen($before->found) + 1
            ) {
                // "Partly down" says one thing.
                continue;
            }
            $claims[] = new self($state, $match[1], $match[0], $isOver);
            if ($isOver) {
                break;
            }
        }

        return $claims;
    }
}
