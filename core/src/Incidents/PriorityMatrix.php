<?php

declare(strict_types=1);

namespace Skarvo\Incidents;

use Skarvo\Json\BadInput;
use Skarvo\Json\Document;

/**
 * Priority from impact and urgency, and how often people are updated at each. An organisation edits it.
 *
 * Priorities run from 1, the highest, to 4.
 */
final readonly class PriorityMatrix
{
    public const PRIORITIES = [1, 2, 3, 4];

    /**
     * @param  array<string, array<string, int>>  $priorities  by impact, by urgency
     * @param  array<int, array{update_minutes: int}>  $targets  by priority
     */
    private function __construct(private array $priorities, private array $targets) {}

    public static function usual(): self
    {
        return new self(
            [
                'wide' => ['now' => 1, 'soon' => 2, 'later' => 3],
                'part' => ['now' => 2, 'soon' => 3, 'later' => 4],
                'few' => ['now' => 3, 'soon' => 4, 'later' => 4],
            ],
            [
                1 => ['update_minutes' => 30],
                2 => ['update_minutes' => 60],
                3 => ['update_minutes' => 240],
                4 => ['update_minutes' => 1440],
            ],
        );
    }

    /**
     * Reads `{"priorities": {"wide": {"now": 1, …}, …}, "targets": {"1": {"update_minutes": 30}, …}}`.
     *
     * @throws BadInput
     */
    public static function read(Document $document): self
    {
        $fields = $document->fields($document->root(), '', ['priorities', 'targets']) ?? [];
        $impacts = array_map(static fn(Impact $impact): string => $impact->value, Impact::cases());
        $urgencies = array_map(static fn(Urgency $urgency): string => $urgency->value, Urgency::cases());
        $priorities = [];
        $rows = $document->fields($fields['priorities'] ?? new \stdClass, '/priorities', $impacts) ?? [];
        foreach (array_intersect_key($rows, array_flip($impacts)) as $impact => $row) {
            $cells = $document->fields($row, "/priorities/$impact", $urgencies) ?? [];
            foreach (array_intersect_key($cells, array_flip($urgencies)) as $urgency => $cell) {
                $priorities[$impact][$urgency] = $document->integer($cell, "/priorities/$impact/$urgency", 1, 4) ?? 0;
            }
        }
        $targets = [];
        $rows = $document->fields($fields['targets'] ?? new \stdClass, '/targets', array_map(strval(...), self::PRIORITIES)) ?? [];
        foreach (array_intersect_key($rows, array_flip(self::PRIORITIES)) as $priority => $row) {
            $target = $document->fields($row, "/targets/$priority", ['update_minutes']) ?? [];
            $targets[(int) $priority] = ['update_minutes' => array_key_exists('update_minutes', $target)
                ? $document->integer($target['update_minutes'], "/targets/$priority/update_minutes", 1, 525600) ?? 0 : 0];
        }
        $document->conclude();

        return new self($priorities, $targets);
    }

    public function priority(Impact $impact, Urgency $urgency): int
    {
        return $this->priorities[$impact->value][$urgency->value];
    }

    /** @return int seconds within which the next update is owed */
    public function updateWithin(int $priority): int
    {
        return $this->targets[$priority]['update_minutes'] * 60;
    }

    /** @return array{priorities: array<string, array<string, int>>, targets: array<int, array{update_minutes: int}>} */
    public function toArray(): array
    {
        return ['priorities' => $this->priorities, 'targets' => $this->targets];
    }
}
