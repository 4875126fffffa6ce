<?php

declare(strict_types=1);

namespace App\Incidents;

use App\Platform\Look;
use App\Signals\Alert;
use App\Signals\Observed;
use App\Topology\Estate;
use App\Topology\Standing;
use Skarvo\Topology\AffectedItems;
use Skarvo\Topology\HitService;
use Skarvo\Topology\State;

/** How incidents stand at a moment: each as a part of the one state of the estate, traced once for all who ask in a request. */
final class Situation
{
    public readonly Estate $estate;

    /** @var array<int, array<array-key, State>> by incident */
    private array $observed = [];

    /** @var array<int, array<array-key, State>>|null by incident, of those that are open: read in one query, however many they are */
    private ?array $fires = null;

    /** @var array<string, AffectedItems> by what is observed: what shows the same hits the same */
    private array $impacts = [];

    /** @var array<string, list<HitService>> likewise */
    private array $services = [];

    /** @var array<string, list<string>> likewise */
    private array $sites = [];

    /** @var array<int, string> what is observed of each, in one text */
    private array $shown = [];

    private function __construct(public readonly Standing $standing)
    {
        $this->estate = $standing->estate;
    }

    public static function now(?Estate $estate = null): self
    {
        return new self(Standing::now($estate));
    }

    /** That of a look at a screen: all parts of it read the same one. */
    public static function shown(): self
    {
        return Look::once('situation', self::now(...));
    }

    /** @return array<array-key, State> of the items that belong to an incident, by its open alerts and by what people say */
    public function observed(int $incident): array
    {
        return $this->observed[$incident] ??= $this->fires($incident) === [] && Said::inOrder($incident) === [] ? [] : array_diff_key(
            Standing::worst($this->fires($incident), Said::of($incident)),
            array_flip(Said::leftOut($incident)),
        );
    }

    /** What hangs on an incident's items, and how it is now. */
    public function of(int $incident): AffectedItems
    {
        return $this->impacts[$this->shows($incident)] ??= $this->standing->of($this->observed($incident));
    }

    /** @return list<HitService> what that hits, worst and most important first */
    public function services(int $incident): array
    {
        return $this->services[$this->shows($incident)] ??= $this->estate->services($this->of($incident));
    }

    /** @return list<string> places at which it is felt */
    public function sites(int $incident): array
    {
        return $this->sites[$this->shows($incident)] ??= $this->estate->sites($this->of($incident));
    }

    /**
     * @param  list<int>  $incidents
     * @return list<int> one of each that show the same, and so hit the same
     */
    public function unlike(array $incidents): array
    {
        $unlike = [];
        foreach ($incidents as $one) {
            $unlike[$this->shows($one)] ??= $one;
        }

        return array_values($unlike);
    }

    /** @return array<array-key, State> worst state by item, by the alerts of an incident that fire */
    private function fires(int $incident): array
    {
        $this->fires ??= Observed::byGroup(Alert::query()->inIncidents(), 'incident_id');

        return $this->fires[$incident] ?? [];
    }

    private function shows(int $incident): string
    {
        if (isset($this->shown[$incident])) {
            return $this->shown[$incident];
        }
        $observed = $this->observed($incident);
        ksort($observed);

        return $this->shown[$incident] = implode(
            "\n", array_map(static fn(int|string $item, State $state): string => "$item $state->value", array_keys($observed), $observed)
        );
    }
}
