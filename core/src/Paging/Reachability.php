<?php

declare(strict_types=1);

namespace Skarvo\Paging;

/** Whether a person can be reached, before anybody needs them. */
final class Reachability
{
    /**
     * @param  list<string>  $channels  of their contacts
     * @param  list<string>  $failed  channels on which a page came back lately, and none has arrived since
     * @return list<string> what is doubtful, as ends of a sentence that begins with their name; empty if nothing is
     */
    public static function doubts(array $channels, array $failed): array
    {
        $ways = array_values(array_unique($channels));
        $sound = array_diff($ways, $failed);
        $doubts = match (true) {
            $ways === [] => ['has no way to be reached'],
            count($ways) === 1 => ["can be reached in one way only, $ways[0]"],
            default => [],
        };
        foreach (array_intersect($ways, $failed) as $channel) {
            $doubts[] = "was not reached the last time by $channel";
        }
        if ($ways !== [] && $sound === []) {
            $doubts[] = 'has no way left that is known to work';
        }

        return $doubts;
    }
}
