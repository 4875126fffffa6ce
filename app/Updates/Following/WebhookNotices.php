<?php

declare(strict_types=1);

namespace App\Updates\Following;

use App\Platform\Outbox\Gateway;
use App\Updates\Outside\PublicUpdate;
use GuzzleHttp\Promise\PromiseInterface;
use Skarvo\Updates\Following\Channel;
use StandardWebhooks\Webhook;

/** Updates to systems of partners, signed as Standard Webhooks says: `webhook-id` tells a repeat, and the secret that it is ours. */
final class WebhookNotices extends NoticeMessages
{
    private const PREFIX = 'whsec_';

    public function __construct(private readonly Gateway $gateway) {}

    /** A new one for each receiver, as it is shown to whoever sets the other side up. */
    public static function newSecret(): string
    {
        return self::PREFIX.base64_encode(random_bytes(24));
    }

    protected function channel(): Channel
    {
        return Channel::Webhook;
    }

    protected function start(array $parcels): array
    {
        return array_map(function (Parcel $one): PromiseInterface {
            $update = $one->updates[0];
            $json = json_encode([
                'type' => 'incident.updated', 'timestamp' => $update->published_at->toIso8601ZuluString(),
                'data' => PublicUpdate::of($update),
            ], JSON_THROW_ON_ERROR | JSON_INVALID_UTF8_SUBSTITUTE | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES);
            $at = now()->getTimestamp();

            return $this->gateway->postTo($one->to->address, $json, [
                'webhook-id' => $one->key, 'webhook-timestamp' => (string) $at,
                'webhook-signature' => (new Webhook((string) $one->to->secret))->sign($one->key, $at, $json),
            ]);
        }, $parcels);
    }
}
