<?php

declare(strict_types=1);

namespace Skarvo\Updates\Following;

/** Who is told of a notice, each address once and with its reasons. */
final class Audience
{
    /**
     * Nobody twice, nobody who should hear left out, nobody who was removed.
     *
     * @param  iterable<Follower>  $followers
     * @param  list<int>  $told  ids of followers who were told of the same before: they hear how it goes on, whatever they follow by now
     * @param  list<int>  $added  ids of followers whom somebody added
     * @param  list<int>  $removed  ids of followers whom somebody removed: their address is not told for whatever reason
     * @return array<int, Reasons> by id of the follower, the smallest of those with the same address
     */
    public static function of(Notice $notice, iterable $followers, array $told = [], array $added = [], array $removed = []): array
    {
        [$told, $added, $removed] = array_map(array_flip(...), [$told, $added, $removed]);
        $reasons = [];
        $ids = [];
        $silent = [];
        foreach ($followers as $one) {
            $reach = $one->reach();
            if (isset($removed[$one->id])) {
                $silent[$reach] = true;
            }
            $why = self::why($one, $notice, isset($told[$one->id]), isset($added[$one->id]));
            if ($why !== null) {
                $reasons[$reach] = isset($reasons[$reach]) ? $reasons[$reach]->with($why) : $why;
                $ids[$reach] = min($ids[$reach] ?? $one->id, $one->id);
            }
        }
        $audience = [];
        foreach (array_diff_key($reasons, $silent) as $reach => $why) {
            $audience[$ids[$reach]] = $why;
        }
        ksort($audience);

        return $audience;
    }

    private static function why(Follower $one, Notice $notice, bool $wasTold, bool $isAdded): ?Reasons
    {
        if (! $one->isActive) {
            return null;
        }
        $why = $one->interest->in($notice);
        $other = $wasTold || $isAdded ? new Reasons(wasTold: $wasTold, isAdded: $isAdded) : null;

        return $why === null || $other === null ? $why ?? $other : $why->with($other);
    }
}
