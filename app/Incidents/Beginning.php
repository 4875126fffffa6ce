<?php

declare(strict_types=1);

namespace App\Incidents;

use App\Signals\Alert;
use App\Topology\Item;
use Skarvo\Topology\State;

/** What an incident is declared from: alerts, reports, an item, or what somebody just knows. */
final readonly class Beginning
{
    /** As many alerts as one can work on at once. */
    public const MOST_ALERTS = 20_000;

    /**
     * @param  list<int>  $alerts  ids; the first one leads
     * @param  list<int>  $reports  ids
     * @param  string|null  $item  id of what somebody says is wrong
     * @param  State|null  $state  in which it is, as they say
     */
    public function __construct(
        public array $alerts = [], public array $reports = [], public ?string $item = null, public ?State $state = null,
    ) {}

    public static function alerts(Alert ...$alerts): self
    {
        return new self(array_values(array_map(static fn(Alert $alert): int => $alert->id, $alerts)));
    }

    /** The item that people say is wrong, be it that their reports name it. */
    public function said(): ?Item
    {
        $service = $this->item ?? Report::query()->whereKey($this->reports)
            ->groupBy('service_id')->orderByRaw('count(*) desc, min(told_at)')->value('service_id');

        return is_string($service) ? Item::query()->find($service) : null;
    }

    /** In which state that is, as far as anybody says. */
    public function saidState(?Item $item): State
    {
        return $this->state ?? ($item?->kind === Item::SERVICE ? State::Degraded : State::Down);
    }
}
