<?php

declare(strict_types=1);

namespace Database\Factories;

use App\Updates\Following\Subscription;
use App\Updates\Following\WebhookNotices;
use Illuminate\Database\Eloquent\Factories\Factory;
use Illuminate\Support\Str;
use Skarvo\Updates\Following\Channel;

/**
 * Somebody who follows everything, by mail.
 *
 * @extends Factory<Subscription>
 */
final class SubscriptionFactory extends Factory
{
    protected $model = Subscription::class;

    public function definition(): array
    {
        return [
            'channel' => Channel::Mail, 'address' => $address = 'f-'.Str::lower(Str::random(12)).'@follower.example',
            'reach' => "mail $address",
            'token' => Subscription::newToken(), 'language' => 'en', 'services' => [], 'places' => [], 'zone' => 'Europe/Oslo',
            'asked_at' => now(),
            'confirmed_at' => now(),
        ];
    }

    public function at(Channel $channel, string $address): self
    {
        return $this->state([
            'channel' => $channel, 'address' => $address, 'reach' => Subscription::reachOf($channel, $address),
            'secret' => $channel === Channel::Webhook ? WebhookNotices::newSecret() : null,
        ]);
    }
}
