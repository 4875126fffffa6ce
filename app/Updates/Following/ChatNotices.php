<?php

declare(strict_types=1);

namespace App\Updates\Following;

use App\Platform\Outbox\Endpoint;
use App\Platform\Outbox\Gateway;
use GuzzleHttp\Promise\PromiseInterface;
use Skarvo\Updates\Following\Channel;

/** Updates into channels of a chat. */
final class ChatNotices extends NoticeMessages
{
    public function __construct(private readonly Gateway $gateway) {}

    protected function channel(): Channel
    {
        return Channel::Chat;
    }

    protected function start(array $parcels): array
    {
        $gateway = Endpoint::gateway('chat');

        return array_map(fn(Parcel $one): PromiseInterface => $this->gateway->post(
            $gateway, ['channel' => $one->to->address, 'text' => NoticeWords::chat($one)], $one->key,
        ), $parcels);
    }
}
