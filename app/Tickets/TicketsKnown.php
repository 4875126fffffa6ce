<?php

declare(strict_types=1);

namespace App\Tickets;

use App\Incidents\Report;
use App\Platform\Contracts\Knows;
use App\Platform\Deed;
use App\Platform\Person;

/** What people reported, and what was answered; for those who read tickets. */
final class TicketsKnown implements Knows
{
    public function kind(): string
    {
        return Ticket::KIND;
    }

    public function subject(): string
    {
        return Report::KIND;
    }

    public function texts(array $subjects): array
    {
        return Ticket::query()->with(['report.service', 'posts'])->whereIn('report_id', $subjects)->get()
            ->mapWithKeys(static fn(Ticket $one): array => [
                $one->id => $one->report === null || $one->report->what === ForgetReporter::ERASED ? null : [
                    'title' => $one->report->what,
                    'body' => implode("\n", [
                        $one->ref(), $one->report->service->name ?? '', (string) $one->report->site,
                        ...$one->posts->map(static fn(TicketPost $post): string => (string) $post->text)->all(),
                    ]),
                ],
            ])->all();
    }

    public function lines(array $records, Person $reader): array
    {
        if (! Deed::ReadTickets->isAllowedTo($reader)) {
            return [];
        }

        return Ticket::query()->with('report.link')->whereKey($records)->whereNotNull('report_id')->get()
            ->mapWithKeys(static fn(Ticket $one): array => [$one->id => [
                'kind' => Ticket::KIND, 'id' => $one->reported()->id, 'ref' => $one->ref(), 'title' => $one->reported()->what,
                'more' => (string) $one->reported()->site, 'link' => "/tickets/$one->id", 'at' => $one->opened_at,
                'loose' => $one->reported()->incident_id === null && $one->reported()->resolved_at === null,
            ]])->all();
    }
}
