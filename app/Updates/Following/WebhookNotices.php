<?php

declare(strict_types=1);

namespace App\Updates\Following;

use App\Platform\Outbox\Gateway;
use App\Updates\Outside\PublicUpdate;
use Carbon\CarbonInterface;
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
        return array_map(fn(Parcel $one): PromiseInterface => self::post(
            $this->gateway, $one->to, 'incident.updated', $one->updates[0]->published_at, PublicUpdate::of($one->updates[0]), $one->key,
        ), $parcels);
    }

    /**
     * @param  string  $type  such as `incident.updated`
     * @param  array<string, mixed>  $data
     * @param  string  $key  by which the other side tells a repeat
     */
    public static function post(
        Gateway $gateway, Subscription $to, string $type, CarbonInterface $at, array $data, string $key,
    ): PromiseInterface {
        $json = json_encode(
            ['type' => $type, 'timestamp' => $at->toIso8601ZuluString(), 'data' => $data],
            JSON_THROW_ON_ERROR | JSON_INVALID_UTF8_SUBSTITUTE | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES,
        );
        $now = now()->getTimestamp();

        return $gateway->postTo($to->address, $json, [
            'webhook-id' => $key, 'webhook-timestamp' => (string) $now,
            'webhook-signature' => (new Webhook((string) $to->secret))->sign($key, $now, $json),
        ]);
    }
}
