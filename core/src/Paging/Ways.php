<?php

declare(strict_types=1);

namespace Skarvo\Paging;

/**
 * On which ways somebody is asked something that is no page of a call.
 *
 * A way is a channel and an address; what does not work is a channel on which nothing arrives at present.
 */
final class Ways
{
    /**
     * Of somebody who has a call, whether they are on it: first as they answered, then by their other contacts; what does not work last.
     *
     * @param  list<array{string, string}>  $answered  on which they answered, the latest first
     * @param  list<array{string, string}>  $contacts  in the order in which they are tried
     * @param  list<string>  $broken  channels that do not work
     * @return list<array{string, string}> each once
     */
    public static function toAsk(array $answered, array $contacts, array $broken): array
    {
        $working = $last = [];
        foreach ([...$answered, ...$contacts] as $way) {
            if (in_array($way, $working, true) || in_array($way, $last, true)) {
                continue;
            }
            if (in_array($way[0], $broken, true)) {
                $last[] = $way;
            } else {
                $working[] = $way;
            }
        }

        return [...$working, ...$last];
    }

    /**
     * Where the first question came back.
     *
     * @param  list<array{string, string}>  $ways  in order
     * @param  list<array{string, string}>  $tried
     * @return array{string, string}|null null: there is no other
     */
    public static function untried(array $ways, array $tried): ?array
    {
        foreach ($ways as $way) {
            if (! in_array($way, $tried, true)) {
                return $way;
            }
        }

        return null;
    }

    /**
     * Of somebody who has to say yes to something: by mail, and where it cannot wait, or they have no mail, on one that wakes them. What
     * does not work is taken only where nothing else is left.
     *
     * @param  string  $mail  empty: they have none
     * @param  list<array{string, string}>  $contacts  in the order in which they are tried
     * @param  list<string>  $broken  channels that do not work
     * @return array<string, string> addresses by channel
     */
    public static function toConsent(string $mail, bool $canWait, array $contacts, array $broken): array
    {
        $ways = $mail === '' ? [] : ['mail' => $mail];
        if ($canWait && $ways !== []) {
            return $ways;
        }
        $others = array_values(array_filter($contacts, static fn(array $way): bool => $way[0] !== 'mail'));
        $first = self::toAsk([], $others, $broken)[0] ?? null;

        return $first === null ? $ways : $ways + [$first[0] => $first[1]];
    }
}
