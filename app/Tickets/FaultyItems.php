<?php

declare(strict_types=1);

namespace App\Tickets;

use App\Topology\Contracts\Observes;
use App\Updates\ReportRules;
use Skarvo\Topology\State;

/** What people report makes its item faulty for as long as it is open, where the organisation says so of the service. */
final class FaultyItems implements Observes
{
    public function states(): array
    {
        $services = ReportRules::faulty();
        if ($services === []) {
            return [];
        }
        $items = Ticket::query()->open()->whereNotNull('item_id')
            ->whereHas('report', static fn($report) => $report->whereIn('service_id', $services))->distinct()->pluck('item_id');

        return $items->mapWithKeys(static fn(mixed $item): array => [(string) $item => State::Degraded])->all();
    }
}
