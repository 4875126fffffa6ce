<?php

declare(strict_types=1);

namespace Skarvo\Tickets\Related;

/**
 * What speaks for and against a ticket belonging to an incident, as figures, and the weights of these.
 *
 * The weights are those of a multinomial logistic regression (a choice between the incidents and none; McFadden 1974) fitted
 * to linked tickets of many days. FIRST is used before the tickets are compared with each other, THEN afterwards.
 */
final class LinkEvidence
{
    public const NAMES = [
        'any', 'words', 'other words', 'service', 'service behind', 'other service', 'item', 'item behind', 'other item', 'place',
        'other place', 'no place said', 'early', 'late', 'age', 'same words', 'vague, same place', 'vague, lately', 'alike', 'many',
        'vague', 'alike unlinked', 'not tied',
    ];

    public const FIRST = [
        0.62, 3.8, -3.39, 2.49, 2.4, -1.14, 2.64, 2.32, -1.63, 2.63, -4.37, 1.94,
        -2.61, -1.1, -2.14, 1.32, 2.48, 0.86, 0, 0, -2.94, 0, 2.73,
    ];

    public const THEN = [
        -0.37, 3.01, -3, 2.55, 2.51, -1.07, 2.67, 2.29, -1.72, 2.2, -4.67, 1.51,
        -2.46, -1.14, -1.49, 1.24, 2.44, 1.37, 3.98, 0.37, -2.53, 1.01, 2.17,
    ];

    /**
     * @param  list<float>  $figures
     * @param  list<float>  $weights
     */
    public static function sum(array $figures, array $weights): float
    {
        $sum = 0.0;
        foreach ($figures as $i => $figure) {
            $sum += $figure * $weights[$i];
        }

        return $sum;
    }

    /**
     * The figures of a ticket and an incident, in the order of NAMES. Those that come from comparing tickets are zero yet.
     *
     * @return list<float>
     */
    public static function of(TicketFacts $said, IncidentFacts $facts): array
    {
        [$ticket, $incident] = [$said->ticket, $facts->incident];
        $unknown = $said->unknown();
        $fits = 0.0;
        foreach ($said->about as $family => $share) {
            $fits += $share * ($facts->about[$family] ?? 0.0);
        }
        $is = static fn(bool $it): float => $it ? 1.0 : 0.0;
        $isTied = $facts->places !== [];
        $isThere = array_filter($said->places, static fn(string $place): bool => isset($facts->places[$place])) !== [];
        $isSaid = $said->places !== [];
        $early = max(0, $incident->beganAt - $ticket->at) / 600;
        $late = $incident->endedAt === null ? 0 : max(0, $ticket->at - $incident->endedAt) / 1200;
        $age = max(0, $ticket->at - $incident->beganAt) / 3600;
        $same = count(array_filter($said->words, static fn(string $word): bool => isset($facts->words[$word])));

        return [
            1.0, $fits, (1 - $unknown) * (1 - min(1.0, $fits / max(1e-9, 1 - $unknown))),
            ...self::named($ticket->service, $incident->services, $facts), ...self::named($ticket->item, $incident->items, $facts),
            $is($isThere), $is($isTied && ! $isThere && $isSaid), $is($isTied && ! $isSaid),
            min(4.0, $early), min(4.0, $late), log(1 + $age), min(3, $same),
            $unknown * $is($isThere), $unknown * exp(-$age), 0.0, 0.0, $unknown, 0.0, $is(! $isTied),
        ];
    }

    /**
     * @param  list<string>  $own  what the incident names
     * @return array{float, float, float} whether what the ticket names is one of these, stands near them, or is something else
     */
    private static function named(?string $id, array $own, IncidentFacts $facts): array
    {
        if ($id === null || ! $facts->namesAnything()) {
            return [0.0, 0.0, 0.0];
        }
        $isOwn = in_array($id, $own, true);
        $isNear = isset($facts->near[$id]);

        return [$isOwn ? 1.0 : 0.0, ! $isOwn && $isNear ? 1.0 : 0.0, $isOwn || $isNear ? 0.0 : 1.0];
    }
}
