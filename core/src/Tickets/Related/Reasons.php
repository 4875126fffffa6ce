<?php

declare(strict_types=1);

namespace Skarvo\Tickets\Related;

/**
 * What speaks for and against a ticket belonging to an incident, as figures, and the weights of these.
 *
 * The weights are those of a multinomial logistic regression (a choice between the incidents and none; McFadden 1974) fitted
 * to linked tickets of many days. FIRST is used before the tickets are compared with each other, THEN afterwards.
 */
final class Reasons
{
    public const NAMES = [
        'any', 'words', 'other words', 'service', 'service behind', 'other service', 'item', 'item behind', 'other item', 'place',
        'other place', 'no place said', 'early', 'late', 'age', 'same words', 'vague, same place', 'vague, lately', 'alike', 'many',
        'vague', 'alike unlinked', 'not tied',
    ];

    public const FIRST = [0.62, 3.8, -3.39, 2.49, 2.4, -1.14, 2.64, 2.32, -1.63, 2.63, -4.37, 1.94, -2.61, -1.1, -2.14, 1.32, 2.48, 0.86, 0, 0, -2.94, 0, 2.73];

    public const THEN = [-0.37, 3.01, -3, 2.55, 2.51, -1.07, 2.67, 2.29, -1.72, 2.2, -4.67, 1.51, -2.46, -1.14, -1.49, 1.24, 2.44, 1.37, 3.98, 0.37, -2.53, 1.01, 2.17];

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
}
