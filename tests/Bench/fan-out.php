<?php

declare(strict_types=1);

/*
 * An update to thousands of followers over four channels: how long until each was told at the gateways, while clock and sender are
 * killed at random, whether anybody was forgotten, or told under another key; and how soon the public page has it. Baseline, in the
 * same run: the same number of posts to the gateways alone.
 */

use App\Incidents\Incident;
use App\Platform\Person;
use App\Updates\Following\Subscription;
use App\Updates\Following\WebhookNotices;
use App\Updates\PublishUpdate;
use App\Updates\Versions\WrittenUpdate;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Http;
use Skarvo\Incidents\Stage;
use Tests\Bench\Bench;
use Tests\Faults\Town;

require __DIR__.'/support/Bench.php';
$followers = (int) ($argv[1] ?? 10_000);
$folder = Bench::boot();
Person::factory()->createOne(['id' => 'ida', 'name' => 'Ida']);
$incident = Incident::factory()->createOne(
    [
        'service_id' => DB::table('items')->where('kind', 'service')->whereNotNull('public_name')->orderBy('id')->value('id'),
        'coordinator_id' => 'ida',
    ]
);
// Whoever answers for a service would be told besides.
DB::table('items')->where('kind', 'service')->update(['business_owner_id' => null, 'attributes' => '{}']);
mt_srand((int) (getenv('SEED') ?: 16));
$town = new Town($folder, names: ['clock', 'sender']);
try {
    $secret = WebhookNotices::newSecret();
    $row = array_diff_key(Subscription::factory()->createOne()->getAttributes(), ['id' => true]);
    DB::table('subscriptions')->delete();
    foreach (array_chunk(range(1, $followers), 500) as $some) {
        DB::table('subscriptions')->insert(array_map(static function (int $n) use ($row, $secret, $town): array {
            $channel = ['mail', 'text', 'chat', 'webhook'][$n % 4];
            $address = [
                'mail' => "f$n@follower.example", 'text' => '+47'.(90_000_000 + $n), 'chat' => "#c$n",
                'webhook' => $town->devices()."/hook/$n",
            ][$channel];

            return [
                ...$row, 'channel' => $channel, 'address' => $address, 'reach' => "$channel $address", 'token' => str_pad("t$n", 40, 'x'),
                'secret' => $channel === 'webhook' ? encrypt($secret, false) : null,
            ];
        }, $some));
    }
    config()->set('skarvo.public_page.folder', "$folder/status-page");
    $begin = microtime(true);
    app(PublishUpdate::class)(
        $incident, 1, new WrittenUpdate(
            Stage::Looking, 'It does not work. Use the desk meanwhile.', null, now()->addMinutes(30)->getTimestamp()
        ), 30, Person::query()->findOrFail('ida'), 'as it is');
    $held = microtime(true) - $begin;
    $update = (int) DB::table('updates')->max('id');
    $page = null;
    $sent = static fn(): int => DB::table('deliveries')->where('update_id', $update)->whereNotNull('sent_at')->count();
    $kills = 0;
    $next = $begin + 1;
    while ($sent() < $followers && microtime(true) < $begin + 300) {
        if ($page === null && str_contains((string) @file_get_contents("$folder/status-page/index.html"), 'Use the desk meanwhile')) {
            $page = microtime(true) - $begin;
        }
        usleep(50_000);
        if (getenv('KILLS') !== '0' && microtime(true) > $next) {
            $town->kill(['clock', 'sender'][mt_rand(0, 1)]);
            $kills++;
            $next = microtime(true) + mt_rand(1000, 3000) / 1000;
        }
    }
    $took = microtime(true) - $begin;
    $keys = array_column(
        array_filter($town->arrived(), static fn(array $one): bool => str_starts_with($one['key'], "notice-$update-")), 'key'
    );
    $start = microtime(true);
    foreach (array_chunk(range(1, $followers), 64) as $some) {
        Http::pool(static fn($pool) => array_map(static fn(int $n) => $pool->post($town->devices(), ['n' => $n]), $some));
    }
    $bare = microtime(true) - $start;
} finally {
    $town->end();
}
printf(
    "%d of %d followers told in %.1f s, with %d processes killed; %d messages, %d of them repeats under the same key; publishing itself %.2f s; on the public page after %s\n",
    count(array_unique($keys)), $followers, $took, $kills, count($keys), count($keys) - count(array_unique($keys)), $held,
    $page === null ? 'never' : sprintf('%.1f s', $page),
);
printf("baseline, %d posts to the gateways alone, 64 at a time: %.1f s; ratio %.1f\n", $followers, $bare, $took / $bare);
