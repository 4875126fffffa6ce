<?php

declare(strict_types=1);

namespace Skarvo\Changes\Rules;

use Skarvo\Changes\Approvals\ApprovalStage;
use Skarvo\Changes\ChangeKind;

/** How the organisation deals with changes. */
final readonly class ChangeRules
{
    /** Words in place of a person in a stage: who they are follows from the change. */
    public const PEERS = '@peers';

    public const OWNERS = '@owners';

    public const COORDINATORS = '@coordinators';

    /**
     * @param  array<value-of<ChangeKind>, list<ApprovalStage>>  $stages  of normal changes, those of minor ones
     * @param  list<ApprovalStage>  $majorStages
     * @param  array<value-of<ChangeKind>, list<Field>>  $requires
     * @param  int|null  $majorTier  a normal change is major if it takes down or degrades a service of this tier, or one that matters more
     * @param  int|null  $majorPercent  or if it goes wrong as likely as that
     * @param  list<WindowRule>  $windows
     * @param  list<array{string, int, int}>  $freezes  name, and from and to in seconds as a wall clock counts them
     * @param  array<array-key, list<string>>  $standIns
     * @param  list<PipelineMapping>  $mappings
     * @param  list<string>  $ignored  environments in which deployments touch nothing that matters
     */
    public function __construct(
        public array $stages, public array $majorStages, public array $requires, public ?Review $review, private ?int $majorTier,
        private ?int $majorPercent, public array $windows, public array $freezes, public array $standIns, public array $mappings,
        private array $ignored,
    ) {}

    /** @return list<string> ids of people whom they name to say or to do something */
    public function people(): array
    {
        $people = $this->review === null ? [] : [$this->review->by];
        foreach ([...array_merge(...array_values($this->stages)), ...$this->majorStages] as $stage) {
            array_push($people, ...array_filter($stage->of, static fn(string $one): bool => ! str_starts_with($one, '@')));
        }

        return array_values(array_unique(array_merge($people, ...array_values($this->standIns))));
    }

    public function isMajor(ChangeKind $kind, ?int $highestTier, float $risk): bool
    {
        return $kind === ChangeKind::Normal && (
            ($this->majorTier !== null && $highestTier !== null && $highestTier <= $this->majorTier)
            || ($this->majorPercent !== null && $risk * 100 >= $this->majorPercent)
        );
    }

    /** @return list<ApprovalStage> */
    public function stagesOf(ChangeKind $kind, bool $isMajor): array
    {
        return $isMajor ? $this->majorStages : $this->stages[$kind->value] ?? [];
    }

    public function ignores(?string $environment): bool
    {
        return $environment !== null && in_array(mb_strtolower($environment), array_map(mb_strtolower(...), $this->ignored), true);
    }

    public function mapping(string $service, ?string $environment): ?PipelineMapping
    {
        foreach ($this->mappings as $mapping) {
            if ($mapping->fits($service, $environment)) {
                return $mapping;
            }
        }

        return null;
    }

    /**
     * The hours of everything that goes down: its own, or else those of its services, or else its team's, or else those
     * of anything. All of them have to be open.
     *
     * @param  list<TakenDown>  $down
     * @return list<Window> in order of their names
     */
    public function windowsFor(array $down): array
    {
        $hours = $because = [];
        foreach ($down as $one) {
            foreach ($this->rulesOf($one) as $rule) {
                $hours[$rule->name][spl_object_id($rule)] = $rule->hours;
                // Where the hours are those of a service, it is the service that says so.
                $of = $rule->for === WindowOf::Item ? $one->services[$rule->of ?? ''] ?? $one->name : $one->name;
                $because[$rule->name][$of] = $of;
            }
        }
        ksort($hours, SORT_STRING);
        $windows = [];
        foreach ($hours as $name => $all) {
            $windows[] = new Window((string) $name, array_values($all), array_map(strval(...), array_values($because[$name])));
        }

        return $windows;
    }

    /** @return list<WindowRule> */
    private function rulesOf(TakenDown $one): array
    {
        $of = fn(WindowOf $for, ?string $id): array => array_values(array_filter(
            $this->windows, static fn(WindowRule $rule): bool => $rule->for === $for && $rule->of === $id,
        ));
        $own = $of(WindowOf::Item, $one->id);
        if ($own !== []) {
            return $own;
        }
        $services = array_merge(
            ...array_map(static fn(int|string $service): array => $of(WindowOf::Item, (string) $service), array_keys($one->services))
        );
        if ($services !== []) {
            return $services;
        }
        $team = $one->team === null ? [] : $of(WindowOf::Team, $one->team);

        return $team !== [] ? $team : $of(WindowOf::Anything, null);
    }
}
