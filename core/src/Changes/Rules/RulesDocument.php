<?php

declare(strict_types=1);

namespace Skarvo\Changes\Rules;

use Skarvo\Changes\Approvals\ApprovalStage;
use Skarvo\Changes\Approvals\StageReader;
use Skarvo\Changes\Approvals\StandInsReader;
use Skarvo\Changes\ChangeKind;
use Skarvo\Json\Document;
use Skarvo\Json\ErrorCode;
use Skarvo\Json\HoursReader;
use Skarvo\Json\Row;

/** Reads the organisation's rules of changes; docs/formats/change-rules.schema.json describes them. */
final readonly class RulesDocument
{
    private const SECTIONS = ['windows', 'freezes', 'stand_ins', 'deployments'];

    private const MOST_WORKING_DAYS = 30;

    private function __construct(private Document $document, private Row $root) {}

    /** @throws \Skarvo\Json\BadInput */
    public static function read(Document $document): ChangeRules
    {
        return (new self($document, Row::root($document, ['kinds'], ['major', ...self::SECTIONS])))->all();
    }

    private function all(): ChangeRules
    {
        $kinds = $this->root->object('kinds', ['standard', 'normal', 'emergency']);
        $standard = $kinds?->object('standard', [], ['requires']);
        $normal = $kinds?->object('normal', ['minor', 'major'], ['requires']);
        $emergency = $kinds?->object('emergency', ['stages'], ['requires', 'review']);
        $minor = $normal === null ? [] : $this->stages($normal, 'minor');
        $majorStages = $normal === null ? [] : $this->stages($normal, 'major');
        $fast = $emergency === null ? [] : $this->stages($emergency, 'stages');
        $requires = [];
        foreach (['standard' => $standard, 'normal' => $normal, 'emergency' => $emergency] as $kind => $row) {
            $requires[$kind] = $row === null ? [] : self::requires($row);
        }
        $review = $emergency?->object('review', ['by', 'working_days']);
        [$by, $days] = [$review?->id('by'), $review?->integer('working_days', 1, self::MOST_WORKING_DAYS)];
        $major = $this->root->object('major', [], ['tier', 'percent']);
        [$tier, $percent] = [$major?->integer('tier', 1, 4), $major?->integer('percent', 1, 100)];
        $windows = $this->windows();
        $freezes = $this->freezes();
        $standIns = StandInsReader::read($this->root);
        $deployments = $this->root->object('deployments', [], ['map', 'ignore']);
        $mappings = $deployments === null ? [] : self::mappings($deployments);
        $ignored = array_values(array_filter(array_map(
            fn(mixed $one, int $i): ?string => $this->document->text($one, "/deployments/ignore/$i"),
            $list = $deployments?->list('ignore') ?? [], array_keys($list),
        ), is_string(...)));
        $this->document->conclude();

        return new ChangeRules(
            ['standard' => [], 'normal' => $minor, 'emergency' => $fast], $majorStages, $requires,
            $by !== null && $days !== null ? new Review($by, $days) : null, $tier, $percent, $windows, $freezes, $standIns, $mappings,
            $ignored,
        );
    }

    /** @return list<ApprovalStage> */
    private function stages(Row $row, string $list): array
    {
        if ($row->has($list) && $row->fields[$list] === []) {
            $this->document->refuse(
                ErrorCode::OutOfRange, $row->at($list), 'Somebody has to approve it. Add a stage, or make it a standard change.'
            );
        }

        return StageReader::read($row, $list);
    }

    /** @return list<Field> */
    private static function requires(Row $row): array
    {
        $fields = [];
        foreach ($row->list('requires') as $i => $one) {
            $fields[] = $row->document->word($one, $row->at('requires')."/$i", Field::class);
        }

        return array_values(array_filter($fields));
    }

    /** @return list<WindowRule> */
    private function windows(): array
    {
        $windows = [];
        $reader = new HoursReader($this->document);
        foreach ($this->root->rows('windows', ['name', 'days', 'from', 'to'], ['item', 'team']) as $row) {
            [$name, $item, $team] = [$row->text('name'), $row->id('item'), $row->id('team')];
            if ($row->has('item') && $row->has('team')) {
                $this->document->refuse(
                    ErrorCode::UnknownField, $row->at('team'), 'A window is of an item or of a team. Remove one of the two.'
                );
            }
            $hours = $reader->window($row->fields, $row->at);
            if ($name !== null && $hours !== null) {
                $windows[] = new WindowRule($name, match (true) {
                    $item !== null => WindowOf::Item, $team !== null => WindowOf::Team, default => WindowOf::Anything,
                }, $item ?? $team, $hours);
            }
        }

        return $windows;
    }

    /** @return list<array{string, int, int}> */
    private function freezes(): array
    {
        $freezes = [];
        foreach ($this->root->rows('freezes', ['name', 'from', 'to']) as $row) {
            [$name, $range] = [$row->text('name'), $row->localRange()];
            if ($name !== null && $range !== null) {
                $freezes[] = [$name, ...$range];
            }
        }

        return $freezes;
    }

    /** @return list<PipelineMapping> */
    private static function mappings(Row $deployments): array
    {
        $mappings = [];
        foreach ($deployments->rows('map', ['service', 'items'], ['environment', 'kind']) as $row) {
            [$service, $environment, $items] = [$row->text('service'), $row->text('environment'), array_values($row->ids('items'))];
            $kind = $row->word('kind', ChangeKind::class);
            if ($service !== null) {
                $mappings[] = new PipelineMapping($service, $environment, $items, $kind ?? ChangeKind::Standard);
            }
        }

        return $mappings;
    }
}
