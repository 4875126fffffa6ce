<?php

declare(strict_types=1);

namespace App\Signals;

use App\Platform\Contracts\RunningClock;
use App\Platform\Contracts\RunsOut;
use App\Platform\Moment;
use Skarvo\Signals\Attention;
use Skarvo\Time\Duration;

/** Groups of alerts that nobody has taken, by when somebody should; and alerts that come back. */
final class AlertClocks implements RunsOut
{
    /** Groups that nobody has of which clocks are shown. */
    private const MOST_UNTAKEN = 12;

    public function clocks(): array
    {
        return [...self::untaken(), ...self::waiting()];
    }

    /** @return list<RunningClock> */
    private static function untaken(): array
    {
        $groups = AlertGroups::during(request());
        $query = Alert::query()->undecided();
        $untaken = $groups->inOrder->untaken($query, self::MOST_UNTAKEN);
        $runsOut = array_map(
            static fn(array $group): int => Moment::seconds($group['since']) + Attention::mayWait($group['tier'], $group['rank']) * 60,
            $untaken,
        );
        // Of equals, what matters most stays first.
        asort($runsOut);
        $due = array_slice($runsOut, 0, self::MOST_UNTAKEN, true);
        $titles = $groups->titles(array_values(array_map(static fn(int $i): array => $untaken[$i], array_keys($due))), $query);
        $clocks = [];
        foreach (array_keys($due) as $place => $i) {
            $group = $untaken[$i];
            $minutes = Attention::mayWait($group['tier'], $group['rank']);
            $clocks[] = new RunningClock(
                "group-{$group['id']}", "$titles[$place]: nobody has it",
                (Attention::isLongest($minutes) ? '' : "tier {$group['tier']}, ").'to be taken within '.Duration::words($minutes * 60),
                Moment::of($due[$i]), Moment::of($due[$i] - $minutes * 60), "/#group-{$group['id']}", true,
            );
        }

        return $clocks;
    }

    /** @return list<RunningClock> */
    private static function waiting(): array
    {
        return array_values(Alert::query()->waitsUntil('>')->get()->map(static fn(Alert $alert): RunningClock => new RunningClock(
            "wait-$alert->id", $alert->title(), 'waits, then comes back to the watch',
            $alert->wait_until ?? now(), $alert->opened_at, "/alerts/$alert->id", false,
        ))->all());
    }
}
