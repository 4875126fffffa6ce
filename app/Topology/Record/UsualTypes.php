<?php

declare(strict_types=1);

namespace App\Topology\Record;

use App\Topology\Item;
use Illuminate\Support\Facades\DB;
use Skarvo\Topology\Record\Attribute;
use Skarvo\Topology\Record\AttributeKind;
use Skarvo\Topology\Record\ItemType;

/** The types and relations that every organisation starts with; it changes them and adds its own. */
final class UsualTypes
{
    /** Id, from one side, from the other, strength. */
    private const RELATIONS = [
        ['needs', 'needs', 'is needed by', 'hard'],
        ['runs-on', 'runs on', 'hosts', 'hard'],
        ['connects-through', 'connects through', 'carries', 'hard'],
        ['powered-by', 'is powered by', 'powers', 'hard'],
        ['reads-from', 'reads from', 'feeds', 'hard'],
        ['calls', 'calls', 'answers', 'soft'],
        ['told-time-by', 'is told the time by', 'tells the time to', 'soft'],
        ['covered-by', 'is covered by', 'covers', 'soft'],
    ];

    public static function put(): void
    {
        foreach (self::RELATIONS as [$id, $forward, $backward, $strength]) {
            DB::table('relations')->insertOrIgnore(['id' => $id, 'forward' => $forward, 'backward' => $backward, 'strength' => $strength]);
        }
        foreach (self::types() as $type) {
            $told = $type->toArray();
            DB::table('item_types')->insertOrIgnore([
                'name' => $type->name,
                'attributes' => json_encode($told['attributes'], JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE),
                'identifying' => json_encode($type->identifying, JSON_THROW_ON_ERROR),
            ]);
        }
    }

    /** @return list<ItemType> */
    private static function types(): array
    {
        $text = static fn(string $name, string $label): Attribute => new Attribute($name, $label);
        $ends = static fn(string $name, string $label): Attribute => new Attribute($name, $label, AttributeKind::Date, remind: [60, 14, 3]);
        $serial = $text('serial', 'Serial number');
        $tag = $text('asset_tag', 'Asset tag');
        $host = $text('hostname', 'Host name');
        $address = $text('address', 'Address');
        $maker = $text('model', 'Make and model');
        $warranty = $ends('warranty_ends', 'Warranty ends');
        $stage = new Attribute('stage', 'Stage', AttributeKind::Choice, ['being prepared', 'in use', 'spare', 'given up']);
        $machine = ['serial', 'asset_tag', 'hostname', 'address', 'name'];
        $hardware = [$serial, $tag, $host, $address, $maker, $warranty, $stage];
        $version = $text('version', 'Version');

        return [
            new ItemType(Item::SERVICE, [$text('support_phone', 'Whom outsiders call')], ['name']),
            new ItemType(
                'host',
                [
                    ...$hardware, $text('system', 'Operating system'),
                    new Attribute('memory', 'Memory, GB', AttributeKind::Number),
                    new Attribute('processors', 'Processors', AttributeKind::Number),
                ],
                $machine,
            ),
            new ItemType('switch', [...$hardware, $text('firmware', 'Firmware')], $machine),
            new ItemType('router', [...$hardware, $text('firmware', 'Firmware')], $machine),
            new ItemType(
                'link',
                [
                    $text('circuit', 'Circuit number'), $text('carrier', 'Carrier'),
                    new Attribute('capacity', 'Capacity, Mbit/s', AttributeKind::Number), $ends('contract_ends', 'Contract ends'),
                ],
                ['circuit', 'name'],
            ),
            new ItemType('device', [...$hardware, $text('firmware', 'Firmware')], $machine),
            new ItemType(
                'power',
                [$serial, $tag, $maker, $warranty, new Attribute('battery_replaced', 'Batteries replaced', AttributeKind::Date)],
                ['serial', 'asset_tag', 'name'],
            ),
            new ItemType(
                'database', [$version, $text('engine', 'Engine'), $address, new Attribute('port', 'Port', AttributeKind::Number)],
                ['address', 'name'],
            ),
            new ItemType(
                'application',
                [$version, $text('repository', 'Source'), $address, new Attribute('keeper', 'Keeper', AttributeKind::Person)],
                ['address', 'name'],
            ),
            new ItemType(
                'certificate',
                [
                    $text('fingerprint', 'Fingerprint'), $text('subject', 'Issued to'), $text('issuer', 'Issued by'),
                    $ends('valid_until', 'Valid until'),
                ],
                ['fingerprint', 'name'],
            ),
            new ItemType(
                'licence',
                [
                    $text('number', 'Licence number'), new Attribute('seats', 'Seats', AttributeKind::Number),
                    $ends('valid_until', 'Valid until'),
                ],
                ['number', 'name'],
            ),
            new ItemType(
                'contract',
                [
                    $text('number', 'Contract number'), $text('supplier', 'Supplier'),
                    $text('supplier_phone', 'Supplier\'s phone'), $ends('runs_until', 'Runs until'),
                    new Attribute(
                        'discount_until', 'Discount for renewing early', AttributeKind::Date, remind: [30, 7],
                        early: 'runs_until',
                    ),
                ],
                ['number', 'name'],
            ),
        ];
    }
}
