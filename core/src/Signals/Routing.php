<?php

declare(strict_types=1);

namespace Skarvo\Signals;

use Skarvo\Json\Document;
use Skarvo\Signals\Replay\ReplaySignal;
use Skarvo\Signals\Replay\Rule;
use Skarvo\Signals\Replay\SettingsDocument;

/** Where the rules send alerts: the owning team and the handling, each from the first fitting rule that sets it. */
final readonly class Routing
{
    /** @param  list<array{int, Rule, string|null, Handling|null}>  $rules  place in the list, rule, team, handling */
    private function __construct(private array $rules) {}

    /**
     * @param  \stdClass  $settings  as the contract of replay has them; each rule may also have `name`, `off`, and in `set`
     *     a `team` and a `handling`
     *
     * @throws \Skarvo\Json\BadInput
     */
    public static function read(\stdClass $settings): self
    {
        $rules = [];
        foreach (is_array($settings->rules ?? null) ? array_values($settings->rules) : [] as $i => $row) {
            if (! $row instanceof \stdClass || ($row->off ?? false) === true) {
                continue;
            }
            $set = $row->set instanceof \stdClass ? $row->set : new \stdClass;
            $rules[] = [
                $i,
                SettingsDocument::readRule(Document::of((object) ['match' => $row->match ?? new \stdClass, 'set' => new \stdClass])),
                is_string($set->team ?? null) && $set->team !== '' ? $set->team : null,
                is_string($set->handling ?? null) ? Handling::tryFrom($set->handling) : null,
            ];
        }

        return new self($rules);
    }

    /** @return array{team: string|null, handling: Handling|null} */
    public function of(ReplaySignal $signal): array
    {
        $team = $handling = null;
        foreach ($this->rules as [, $rule, $itsTeam, $itsHandling]) {
            if (($team === null || $handling === null) && $rule->fits($signal)) {
                $team ??= $itsTeam;
                $handling ??= $itsHandling;
            }
        }

        return ['team' => $team, 'handling' => $handling];
    }

    /** @return list<int> places of the rules that fit the signal, from 0 */
    public function fitting(ReplaySignal $signal): array
    {
        return array_column(array_filter($this->rules, static fn(array $entry): bool => $entry[1]->fits($signal)), 0);
    }
}
