<?php

declare(strict_types=1);

namespace App\Paging\Delivery;

use App\Platform\Outbox\Endpoint;
use App\Platform\Outbox\Gateway;
use GuzzleHttp\Promise\PromiseInterface;

/** The notification channel that ships: a POST to a gateway, which tells later what became of it. */
final class GatewayChannel implements StartsSending
{
    public function __construct(private readonly Gateway $gateway) {}

    public function start(PageNotification $page): PromiseInterface
    {
        return $this->gateway->post(Endpoint::gateway('page'), $page->toGateway(), $page->key);
    }

    /** As Laravel calls a notification channel. */
    public function send(object $notifiable, PageNotification $page): void
    {
        $this->start($page)->wait();
    }
}
