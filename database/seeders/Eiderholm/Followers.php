<?php

declare(strict_types=1);

namespace Database\Seeders\Eiderholm;

use App\Updates\Following\Audience;
use App\Updates\Following\Subscription;
use App\Updates\Following\WebhookNotices;
use Skarvo\Updates\Following\Channel;
use Skarvo\Updates\Versions\Version;

/** Who follows the services of the company: a few by mail and text message, the terminals' own chat, and the system of a partner. */
final class Followers
{
    public static function put(): void
    {
        Audience::query()->create([
            'name' => 'Terminal leads', 'people' => [], 'teams' => ['terminals'], 'priority' => 2, 'services' => [], 'places' => [],
            'reads' => Version::Staff, 'must_know' => true,
        ]);
        Audience::query()->create([
            'name' => 'Directors', 'people' => ['ada-holm'], 'teams' => [], 'priority' => 1, 'services' => [], 'places' => [],
            'reads' => Version::Card, 'must_know' => false,
        ]);
        $partner = config('skarvo.stand_ins_url');
        foreach ([
            [Channel::Mail, 'harbour.office@havre.example', ['places' => ['Havre']]],
            [Channel::Mail, 'reisebuero@kueste.example', ['services' => ['Booking', 'Payment'], 'language' => 'de']],
            [
                Channel::Mail, 'siri.dal@mail.example',
                ['services' => ['Vehicle lanes'], 'language' => 'no', 'quiet_from' => 79200, 'quiet_until' => 25200],
            ],
            [Channel::Text, '+4790011223', ['services' => ['Vehicle lanes', 'Freight papers']]],
            [Channel::Chat, '#terminals', ['added_by_id' => 'per-strand', 'reads' => Version::Staff]],
            [
                Channel::Webhook, (is_string($partner) && $partner !== '' ? $partner : 'https://partner.example').'/partner',
                ['tier' => 1, 'added_by_id' => 'per-strand'],
            ],
        ] as [$channel, $address, $more]) {
            Subscription::query()->create([
                'channel' => $channel, 'address' => $address, 'reach' => Subscription::reachOf($channel, $address),
                'token' => Subscription::newToken(),
                'secret' => $channel === Channel::Webhook ? WebhookNotices::newSecret() : null, 'language' => 'en', 'services' => [],
                'places' => [],
                'zone' => 'Europe/Oslo', 'asked_at' => now()->subDays(20), 'confirmed_at' => now()->subDays(20), ...$more,
            ]);
        }
    }
}
