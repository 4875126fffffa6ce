<?php

declare(strict_types=1);

namespace Skarvo\Updates\Planned;

use Skarvo\Topology\State;
use Skarvo\Updates\Versions\Clock;
use Skarvo\Updates\Versions\Draft;
use Skarvo\Updates\Versions\Glossary;
use Skarvo\Updates\Versions\Phrases;
use Skarvo\Value\Language;

/** What people are told of planned work, in their language as far as the glossary knows. */
final readonly class PlanWords
{
    /**
     * @param  list<array{name: string, state: State}>  $services  by their public names, and how they are while it lasts
     * @param  list<string>  $places
     * @param  string  $before  what to do before it begins; may be empty
     */
    public function __construct(
        private Plan $plan, private array $services, private array $places, private string $before, private \DateTimeZone $zone,
        private Glossary $glossary = new Glossary,
    ) {}

    /** @param  int  $now  when it is read */
    public function of(PlanStage $stage, Language $in, int $now): string
    {
        $clock = new Clock($this->zone, $now);
        $names = Phrases::list(array_map(fn(array $one): string => $this->glossary->name($one['name'], $in), $this->services), $in);
        $with = [
            'from' => $clock->say($this->plan->from, $in), 'until' => $clock->say($this->plan->to, $in), 'names' => $names,
            'states' => $this->states($in),
            'places' => Draft::places(array_map(fn(string $one): string => $this->glossary->name($one, $in), $this->places), $in),
        ];
        $sentence = Phrases::say(match ($stage) {
            PlanStage::Announced => 'plan_announced',
            PlanStage::Soon => 'plan_soon',
            PlanStage::Moved => 'plan_moved',
            PlanStage::Withdrawn => 'plan_withdrawn',
            PlanStage::Overrun => 'plan_overrun',
            PlanStage::Over => 'plan_over',
        }, $in, $with);
        $isAhead = in_array($stage, [PlanStage::Announced, PlanStage::Soon, PlanStage::Moved], true);

        // What nobody has translated is said as it was written: it is what they must do.
        return $sentence.($isAhead && $this->before !== ''
            ? ' '.Phrases::say('plan_before', $in, ['text' => rtrim($this->glossary->name($this->before, $in), '. ')])
            : '');
    }

    private function states(Language $in): string
    {
        $parts = [];
        foreach ([[State::Down, 'plan_down'], [State::Degraded, 'plan_degraded']] as [$state, $phrase]) {
            $names = array_column(array_filter($this->services, static fn(array $one): bool => $one['state'] === $state), 'name');
            if ($names !== []) {
                $parts[] = Phrases::say(
                    $phrase, $in,
                    ['names' => Phrases::list(array_map(fn(string $one): string => $this->glossary->name($one, $in), $names), $in)]
                );
            }
        }

        return implode($in === Language::Arabic ? '؛ ' : '; ', $parts);
    }
}
