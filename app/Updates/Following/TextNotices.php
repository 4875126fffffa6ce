<?php

declare(strict_types=1);

namespace App\Updates\Following;

use App\Platform\Outbox\Endpoint;
use App\Platform\Outbox\Gateway;
use GuzzleHttp\Promise\PromiseInterface;
use Skarvo\Updates\Following\Channel;

/** Updates as text messages. */
final class TextNotices extends NoticeMessages
{
    public function __construct(private readonly Gateway $gateway) {}

    protected function channel(): Channel
    {
        return Channel::Text;
    }

    protected function hearsLater(): bool
    {
        return true;
    }

    protected function start(array $parcels): array
    {
        $gateway = Endpoint::gateway('text');

        return array_map(fn(Parcel $one): PromiseInterface => $this->gateway->post(
            $gateway, ['to' => $one->to->address, 'text' => NoticeWords::text($one)], $one->key,
        ), $parcels);
    }
}
