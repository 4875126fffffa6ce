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

    /** @var array<int, array<array-key, State>> */
    private array $observed = [];

    /** @var array<int, AffectedItems> */
    private array $impacts = [];

    /** @var array<int, list<HitService>> */
    private array $services = [];

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
        return $this->observed[$incident] ??= array_diff_key(
            Standing::worst(Observed::by(Alert::query()->whereNull('closed_at')->where('incident_id', $incident)), Said::of($incident)),
            array_flip(Said::leftOut($incident)),
        );
    }

    /** What hangs on an incident's items, and how it is now. */
    public function of(int $incident): AffectedItems
    {
        return $this->impacts[$incident] ??= $this->standing->of($this->observed($incident));
    }

    /** @return list<HitService> what that hits, worst and most important first */
    public function services(int $incident): array
    {
        return $this->services[$incident] ??= $this->estate->services($this->of($incident));
    }
}
