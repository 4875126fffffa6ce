<?php

declare(strict_types=1);

namespace Database\Seeders\Eiderholm;

use App\Platform\Moment;
use App\Topology\Record\SaidByHand;
use Carbon\CarbonImmutable;
use Illuminate\Support\Facades\DB;
use Skarvo\Topology\Record\Attribute;
use Skarvo\Topology\Record\ItemType;

/**
 * What is recorded of the items besides what they need: types of its own, serial numbers, owners, how much the services are used, dates.
 */
final class Records
{
    /** How much each service is used: an hour of the day, an hour of the night. */
    private const USE = [
        'booking' => 'bookings: Mon-Fri 06-23 420; Sat-Sun 07-24 610; else 30',
        'payment' => 'payments: Mon-Fri 06-23 380; Sat-Sun 07-24 540; else 25',
        'ticket-check' => 'passengers: Mon-Fri 05-23 900; Sat-Sun 06-24 1200; else 0',
        'boarding' => 'sailings: Mon-Fri 05-23 14; Sat-Sun 06-24 11; else 0',
        'vehicle-lanes' => 'sailings: Mon-Fri 05-23 14; Sat-Sun 06-24 11; else 0',
        'check-in' => 'passengers: Mon-Fri 05-22 300; Sat-Sun 06-23 450; else 0',
        'vessel-positions' => 'sailings: Mon-Fri 05-23 14; Sat-Sun 06-24 11; else 1',
        'arrivals-board' => 'readers: daily 05-24 1500; else 40',
        'freight-manifests' => 'lorries: Mon-Sat 03-22 65; else 4', 'crew-rosters' => 'crew: daily 04-23 60; else 6',
        'announcements' => 'sailings: daily 05-24 14; else 0',
        'fuel-telemetry' => 'readings: daily 00-24 720', 'tide-tables' => 'sailings: daily 05-24 14; else 0',
        'harbour-wireless' => 'guests: Mon-Fri 06-23 800; Sat-Sun 07-24 1400; else 60',
    ];

    /** @param  bool  $withDates  whether contracts and warranties end, of which the clock reminds */
    public static function put(bool $withDates): void
    {
        $today = CarbonImmutable::instance(now());
        self::types();
        foreach (DB::table('items')->orderBy('id')->get(['id', 'kind', 'site']) as $n => $item) {
            $attributes = self::attributes((string) $item->id, $item->kind, $n, $withDates ? $today : null);
            if ($attributes !== []) {
                DB::table('items')->where('id', $item->id)->update(['attributes' => json_encode($attributes, JSON_THROW_ON_ERROR)]);
            }
        }
        foreach (self::USE as $service => $use) {
            $team = DB::table('items')->where('id', $service)->value('team_id');
            $owner = DB::table('people')->where('team_id', $team)
                ->orderByRaw("roles like '%service_owner%' desc")->orderBy('name')->value('id');
            $manager = DB::table('people')->where('team_id', $team)->where('id', '!=', $owner)->orderBy('name')->value('id');
            DB::table('items')
                ->where('id', $service)
                ->update([
                    'use' => $use, 'business_owner_id' => $owner,
                    'attributes' => json_encode(['delivery_manager' => (string) $manager, 'approver' => 'per-strand'], JSON_THROW_ON_ERROR),
                ]);
        }
        SaidByHand::ofAllItems('Per Strand', Moment::precise($today->subDays(190)));
    }

    private static function types(): void
    {
        $text = static fn(string $name, string $label): Attribute => new Attribute($name, $label);
        foreach (['application node', 'database node', 'message bus node'] as $kind) {
            self::type(new ItemType($kind, [$text('endpoint', 'Endpoint'), $text('version', 'Version')], ['endpoint', 'name']));
        }
        self::type(new ItemType(
            'tablets', [$text('serial', 'Serial number'), $text('used_by', 'Used by (mail address)')], ['serial', 'name'],
        ));
        foreach (['controller', 'barrier', 'camera', 'kiosk', 'gate', 'time server'] as $kind) {
            self::type(new ItemType(
                $kind,
                [
                    $text('serial', 'Serial number'), $text('firmware', 'Firmware'), $text('address', 'Address'),
                    new Attribute('warranty_ends', 'Warranty ends', \Skarvo\Topology\Record\AttributeKind::Date, remind: [60, 14, 3]),
                ],
                ['serial', 'address', 'name'],
            ));
        }
    }

    private static function type(ItemType $type): void
    {
        DB::table('item_types')->insertOrIgnore([
            'name' => $type->name, 'attributes' => json_encode($type->toArray()['attributes'], JSON_THROW_ON_ERROR),
            'identifying' => json_encode($type->identifying, JSON_THROW_ON_ERROR),
        ]);
    }

    /** @return array<string, string> */
    private static function attributes(string $id, string $kind, int $n, ?CarbonImmutable $today): array
    {
        $ends = static fn(int $days): array => $today === null ? [] : ['warranty_ends' => $today->addDays($days)->format('Y-m-d')];
        $address = sprintf('10.%d.%d.%d', 20 + intdiv($n, 200), intdiv($n, 10) % 20, 10 + $n % 10);

        return match ($kind) {
            'host' => [
                'serial' => 'EL-'.strtoupper($id), 'hostname' => "$id.eiderholm.example", 'address' => $address,
                'model' => 'Basalt R2', 'memory' => (string) ((int) substr($id, 5) % 3 === 0 ? 256 : 128), 'stage' => 'in use',
                ...$ends(70 + $n % 500),
            ],
            'switch',
            'router' => [
                'serial' => 'EL-'.strtoupper($id), 'hostname' => "$id.eiderholm.example", 'address' => $address,
                'model' => $kind === 'switch' ? 'Skerry 24' : 'Skerry R4', 'firmware' => '7.4', ...$ends(70 + $n * 3 % 700),
            ],
            'link' => [
                'circuit' => 'EIL-'.strtoupper($id), 'carrier' => str_starts_with($id, 'mw-') ? 'own' : 'Kystlinje',
                'capacity' => str_starts_with($id, 'mw-') ? '200' : '1000',
                ...$today === null ? [] : ['contract_ends' => $today->addDays(match ($id) {
                    'cable-havre' => 12,
                    'mw-skjell' => 47,
                    default => 100 + $n % 900,
                })->format('Y-m-d')],
            ],
            'application node', 'database node',
            'message bus node' => [
                'endpoint' => "$id.eiderholm.example:".(
                    $kind === 'database node' ? '5432' : ($kind === 'application node' ? '8443' : '5672')
                ),
                'version' => '4.'.($n % 9),
            ],
            'controller', 'barrier', 'camera', 'kiosk', 'gate',
            'time server' => [
                'serial' => 'EL-'.strtoupper($id), 'firmware' => $kind === 'barrier' ? '2.1' : '5.0', ...$ends(80 + $n * 7 % 900),
            ],
            // Who is known picks from what is theirs.
            'tablets' => [
                'serial' => 'EL-'.strtoupper($id), ...($id === 'crew-pad-eider' ? ['used_by' => 'lotte-krone@eiderholm.example'] : []),
            ],
            default => [],
        };
    }
}
