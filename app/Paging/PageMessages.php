<?php

declare(strict_types=1);

namespace App\Paging;

use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Messages;
use App\Platform\OutboxMessage;
use Carbon\CarbonImmutable;
use Skarvo\Paging\HappeningKind;

/** Pages on their way to a device. */
final class PageMessages implements Messages
{
    public function __construct(private readonly FollowCall $follow) {}

    public function body(OutboxMessage $message): array
    {
        $page = self::page($message);
        $incident = $page->call->incident ?? throw new \LogicException('A page has its incident.');

        return [
            'channel' => $page->channel,
            'to' => $page->address,
            'person' => $page->person->name ?? '',
            'text' => "{$incident->ref()}, priority $incident->priority: $incident->title",
            'link' => route('page', $page->token),
        ];
    }

    public function sent(OutboxMessage $message): void
    {
        $page = self::page($message);
        $now = CarbonImmutable::instance(now());
        $page->update(['sent_at' => $now]);
        // A page is due in a whole second; one that was decided on within that second was not late by it.
        $delay = max(0, $page->at->max($message->made_at)->diffInMilliseconds($now) / 1000);
        Journal::write(Actor::system(), 'page.sent', ['page', $page->id], [
            'person' => $page->person->name ?? '', 'channel' => $page->channel, 'delay' => number_format($delay, 1).' s',
        ], $page->call?->incident_id);
    }

    public function failed(OutboxMessage $message, string $error): void
    {
        $page = self::page($message);
        $page->update(['failed_at' => now()]);
        $call = $page->call ?? throw new \LogicException('A page has its call.');
        Journal::write(Actor::system(), 'page.failed', ['page', $page->id], ['person' => $page->person->name ?? '', 'channel' => $page->channel, 'error' => $error], $call->incident_id);
        $this->follow->happens($call, HappeningKind::Failed, $page->person_id, $page->channel);
    }

    private static function page(OutboxMessage $message): Page
    {
        return Page::query()->with(['call.incident', 'person'])->findOrFail((int) $message->payload['page']);
    }
}
