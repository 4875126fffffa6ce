<?php

declare(strict_types=1);

namespace Skarvo\Changes\Deployments;

/** What a deployment finishes, where it names something of ours: reports, tasks and incidents, by their references. */
final readonly class WorkItems
{
    private const MOST = 20;

    /**
     * @param  list<int>  $reports
     * @param  list<int>  $tasks
     * @param  list<int>  $incidents
     */
    private function __construct(public array $reports, public array $tasks, public array $incidents) {}

    /** @param  string  $text  as a pipeline has it: references among other words, in capitals or not */
    public static function in(string $text): self
    {
        // Longer numbers are no references of ours.
        preg_match_all('/(?<![\pL\pN-])(RE|TA|IN)-(\d{4,12})(?![\pL\pN-])/iu', $text, $found, PREG_SET_ORDER);
        $of = ['RE' => [], 'TA' => [], 'IN' => []];
        foreach (array_slice($found, 0, self::MOST) as [, $kind, $number]) {
            $of[strtoupper($kind)][(int) $number] = (int) $number;
        }

        return new self(array_values($of['RE']), array_values($of['TA']), array_values($of['IN']));
    }
}
