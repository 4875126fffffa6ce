<?php

declare(strict_types=1);

namespace Database\Seeders\Eiderholm;

use App\Topology\Dependency;
use App\Topology\Item;
use App\Topology\NeedGroup;

/** About four hundred items: harbours, vessels, the systems in between, and the services that people outside notice. */
final class Estate
{
    public const HARBOURS = [
        'nordpier' => 'Nordpier', 'ask' => 'Ask', 'skjell' => 'Skjell', 'vardholm' => 'Vardholm', 'lyngsund' => 'Lyngsund',
        'havre' => 'Havre', 'tangen' => 'Tangen',
        'brenna' => 'Brenna', 'storvik' => 'Storvik', 'ulvesund' => 'Ulvesund', 'kalvoy' => 'Kalvoy', 'sandhamna' => 'Sandhamna',
        'rossnes' => 'Rossnes', 'eidkai' => 'Eidkai',
    ];

    /** Islands, which a microwave link serves besides the sea cable. */
    private const ISLANDS = ['ask', 'skjell', 'havre', 'kalvoy', 'rossnes', 'ulvesund'];

    private const VESSELS = [
        'eider' => 'Eider', 'skarven' => 'Skarven', 'ternen' => 'Ternen', 'alken' => 'Alken', 'lomvi' => 'Lomvi',
        'havella' => 'Havella', 'teisten' => 'Teisten', 'lunden' => 'Lunden', 'gravanda' => 'Gravanda', 'tjelden' => 'Tjelden',
        'svartand' => 'Svartand', 'lira' => 'Lira',
    ];

    /** Services: id, name, public name, tier, team, what it is. */
    private const SERVICES = [
        ['booking', 'Booking', 'Booking', 1, 'booking', 'Tickets on the web and in the app.'],
        ['payment', 'Payment', 'Payment', 1, 'booking', 'Cards and accounts, on the web and at the quay.'],
        ['ticket-check', 'Ticket check', null, 1, 'booking', 'Tells lanes and gates whether a ticket is valid now.'],
        ['boarding', 'Boarding', 'Boarding on foot', 1, 'terminals', 'Gates that let foot passengers on board.'],
        ['vehicle-lanes', 'Vehicle lanes', 'Vehicle lanes', 1, 'lanes', 'Barriers and plate readers that let booked vehicles to the quay.'],
        ['check-in', 'Check-in', 'Check-in desks', 2, 'terminals', 'Desks and kiosks at the terminals.'],
        ['vessel-positions', 'Vessel positions', 'Ship positions', 2, 'vessels', 'Where each ship is, to the minute.'],
        ['arrivals-board', 'Arrivals board', 'Arrivals and departures', 2, 'vessels', 'Screens and pages with arrivals and departures.'],
        [
            'freight-manifests', 'Freight manifests', 'Freight papers', 2, 'freight',
            'What each lorry carries, as the harbours must know it.',
        ],
        ['crew-rosters', 'Crew rosters', null, 2, 'crew', 'Who sails when.'],
        ['announcements', 'Announcements', 'Announcements', 3, 'terminals', 'Loudspeakers and texts to passengers.'],
        ['fuel-telemetry', 'Fuel telemetry', null, 3, 'vessels', 'What each ship burns.'],
        ['tide-tables', 'Tide tables', null, 3, 'vessels', 'When a ramp is too steep.'],
        ['harbour-wireless', 'Harbour wireless', 'Wireless at the quay', 4, 'quay', 'Wireless for passengers.'],
    ];

    /** @var list<array<string, mixed>> */
    private array $items = [];

    /** @var list<array{string, string, string, string|null}> from, to, strength, relation */
    private array $single = [];

    /** @var list<array{string, string, int, string, list<string>}> item, name, needs, strength, members */
    private array $groups = [];

    public static function put(): void
    {
        $estate = new self;
        $estate->foundation();
        foreach (self::HARBOURS as $id => $name) {
            $estate->harbour($id, $name);
        }
        foreach (self::VESSELS as $id => $name) {
            $estate->vessel($id, $name);
        }
        $estate->systems();
        $estate->services();
        $estate->store();
    }

    private function foundation(): void
    {
        foreach ([1, 2] as $n) {
            $this->item("core-sw-$n", "Core switch $n", 'switch', 'quay', 'Nordpier');
            $this->item("clk-$n", "Time server clk-$n", 'time server', 'platform', $n === 1 ? 'Nordpier' : 'Storvik');
        }
        $this->item('office-time', 'Office time', 'time source', 'platform');
        $this->needs('office-time', 'clk-1');
        // The lanes have followed one time server since the old one was switched off: the weak point of the demo.
        $this->item('lane-time', 'Lane time', 'time source', 'lanes');
        $this->needs('lane-time', 'clk-2');
        for ($n = 1; $n <= 24; $n++) {
            $id = sprintf('host-%02d', $n);
            $this->item($id, "Host $n", 'host', 'platform', $n % 2 === 1 ? 'Nordpier' : 'Storvik');
            $this->oneOf($id, 'core', ['core-sw-1', 'core-sw-2']);
        }
        foreach ([
            'booking-db' => [3, 2, 'Booking database', 'booking'], 'manifest-db' => [2, 1, 'Manifest store', 'freight'],
            'crew-db' => [2, 1, 'Roster database', 'crew'], 'position-db' => [2, 1, 'Position store', 'vessels'],
            'fuel-db' => [1, 1, 'Fuel database', 'vessels'], 'bus' => [3, 2, 'Event bus', 'platform'],
        ] as $id => [$count, $needs, $name, $team]) {
            $this->cluster($id, $name, $id === 'bus' ? 'message bus' : 'database', $team, $count, $needs);
        }
    }

    private function harbour(string $id, string $name): void
    {
        $this->item("ups-$id", "Battery supply $name", 'power', 'quay', $name);
        $this->item("cable-$id", "Sea cable $name", 'link', 'quay', $name);
        $paths = ["cable-$id"];
        if (in_array($id, self::ISLANDS, true)) {
            $this->item("mw-$id", "Microwave link $name", 'link', 'quay', $name);
            $paths[] = "mw-$id";
        }
        $this->item("router-$id", "Router $name", 'router', 'quay', $name);
        $this->oneOf("router-$id", 'paths', $paths);
        $this->oneOf("router-$id", 'core', ['core-sw-1', 'core-sw-2']);
        $this->needs("router-$id", "ups-$id", 'soft');
        foreach ([1, 2] as $n) {
            $this->item("quay-sw-$id-$n", "Quay switch $n $name", 'switch', 'quay', $name);
        }
        $this->item("quay-net-$id", "Quay network $name", 'network', 'quay', $name);
        $this->oneOf("quay-net-$id", 'switches', ["quay-sw-$id-1", "quay-sw-$id-2"]);
        $this->needs("quay-net-$id", "router-$id");
        $this->item("wireless-$id", "Wireless $name", 'access points', 'quay', $name);
        $this->needs("wireless-$id", "quay-net-$id", 'hard', 'connects-through');

        $this->item("lane-control-$id", "Lane control $name", 'controller', 'lanes', $name);
        $this->needs("lane-control-$id", 'lane-time');
        $this->needs("lane-control-$id", "quay-net-$id", 'hard', 'connects-through');
        $this->item("barrier-$id", "Barriers $name", 'barrier', 'lanes', $name);
        $this->needs("barrier-$id", "lane-control-$id");
        foreach ([1, 2] as $n) {
            $this->item("camera-$id-$n", "Lane camera $n $name", 'camera', 'lanes', $name);
            $this->needs("camera-$id-$n", "quay-net-$id", 'hard', 'connects-through');
        }
        $this->item("plate-reader-$id", "Plate reader $name", 'reader', 'lanes', $name);
        $this->oneOf("plate-reader-$id", 'cameras', ["camera-$id-1", "camera-$id-2"]);
        $this->needs("plate-reader-$id", "lane-control-$id");

        $gates = array_map(static fn(int $n): string => "gate-$id-$n", [1, 2, 3]);
        foreach ($gates as $n => $gate) {
            $this->item($gate, 'Gate '.($n + 1)." $name", 'gate', 'terminals', $name);
            $this->needs($gate, "quay-net-$id", 'hard', 'connects-through');
        }
        $this->item("boarding-$id", "Boarding line $name", 'boarding line', 'terminals', $name);
        $this->group("boarding-$id", 'gates', 1, 'hard', $gates);
        $this->group("boarding-$id", 'gates-in-a-rush', 2, 'soft', $gates);
        foreach ([1, 2] as $n) {
            $this->item("kiosk-$id-$n", "Kiosk $n $name", 'kiosk', 'terminals', $name);
            $this->needs("kiosk-$id-$n", "quay-net-$id", 'hard', 'connects-through');
        }
        $this->item("speaker-$id", "Loudspeakers $name", 'loudspeakers', 'terminals', $name);
        $this->needs("speaker-$id", "quay-net-$id", 'hard', 'connects-through');
    }

    private function vessel(string $id, string $name): void
    {
        $this->item("ship-gw-$id", "Gateway of $name", 'ship gateway', 'vessels', $name);
        foreach (['transponder' => 'Transponder', 'fuel-unit' => 'Fuel unit', 'crew-pad' => 'Crew tablets'] as $part => $called) {
            $this->item("$part-$id", "$called of $name", $part === 'crew-pad' ? 'tablets' : 'ship unit', 'vessels', $name);
            $this->needs("$part-$id", "ship-gw-$id", 'hard', 'connects-through');
        }
    }

    private function systems(): void
    {
        foreach ([
            'booking-web' => [3, 1, 'Booking web', 'booking', ['booking-api', 'office-time']],
            'booking-api' => [3, 1, 'Booking interface', 'booking', ['booking-db', 'bus']],
            'pay-link' => [2, 1, 'Payment link', 'booking', ['booking-db', 'office-time']],
            'validator' => [2, 1, 'Ticket validator', 'booking', ['booking-db', 'office-time']],
            'manifest-api' => [2, 1, 'Manifest interface', 'freight', ['manifest-db', 'bus']],
            'roster-app' => [2, 1, 'Roster application', 'crew', ['crew-db']],
            'announce-hub' => [2, 1, 'Announcement hub', 'terminals', ['bus']],
            'feed-gateway' => [1, 1, 'Position feed gateway', 'vessels', ['bus', 'position-db']],
            'board-web' => [2, 1, 'Board pages', 'vessels', ['position-db']],
            'fuel-intake' => [1, 1, 'Fuel intake', 'vessels', ['bus', 'fuel-db']],
            'desk-app' => [2, 1, 'Desk application', 'terminals', ['booking-api']],
        ] as $id => [$count, $needs, $name, $team, $under]) {
            $this->cluster($id, $name, 'application', $team, $count, $needs);
            foreach ($under as $below) {
                $this->needs($id, $below);
            }
        }
        $this->item('tide-feed', 'Tide feed', 'feed', 'vessels');
        $this->needs('tide-feed', 'bus');
        $this->item('roster-job', 'Nightly roster job', 'job', 'crew');
        $this->needs('roster-job', 'crew-db');
    }

    private function services(): void
    {
        foreach (self::SERVICES as [$id, $name, $public, $tier, $team, $description]) {
            $this->items[] = [
                'id' => $id, 'name' => $name, 'kind' => Item::SERVICE, 'tier' => $tier, 'team_id' => $team, 'site' => null,
                'description' => $description, 'public_name' => $public,
            ];
        }
        $harbours = array_keys(self::HARBOURS);
        $each = static fn(string $prefix): array => array_map(static fn(string $h): string => "$prefix-$h", $harbours);
        $half = intdiv(count($harbours), 2);

        $this->needs('booking', 'booking-web');
        $this->needs('booking', 'payment', 'soft');
        $this->needs('payment', 'pay-link');
        $this->needs('ticket-check', 'validator');
        foreach ([['boarding', 'boarding'], ['vehicle-lanes', 'barrier']] as [$service, $part]) {
            $this->group($service, 'half-of-the-harbours', $half, 'hard', $each($part));
            $this->group($service, 'every-harbour', count($harbours), 'soft', $each($part));
            $this->needs($service, 'ticket-check');
        }
        $this->group('vehicle-lanes', 'plate-readers', $half, 'soft', $each('plate-reader'));
        $this->needs('check-in', 'desk-app');
        $this->group('check-in', 'kiosks', $half, 'soft', array_map(static fn(string $h): string => "kiosk-$h-1", $harbours));
        $this->needs('vessel-positions', 'feed-gateway');
        $this->group(
            'vessel-positions', 'transponders', 10, 'soft',
            array_map(static fn(string $v): string => "transponder-$v", array_keys(self::VESSELS)),
        );
        $this->needs('arrivals-board', 'board-web');
        $this->needs('arrivals-board', 'vessel-positions', 'soft');
        $this->needs('freight-manifests', 'manifest-api');
        $this->needs('crew-rosters', 'roster-app');
        $this->needs('crew-rosters', 'roster-job', 'soft');
        $this->needs('announcements', 'announce-hub');
        $this->group('announcements', 'loudspeakers', count($harbours), 'soft', $each('speaker'));
        $this->needs('fuel-telemetry', 'fuel-intake');
        $this->group(
            'fuel-telemetry', 'ships', 8, 'soft',
            array_map(static fn(string $v): string => "fuel-unit-$v", array_keys(self::VESSELS)),
        );
        $this->needs('tide-tables', 'tide-feed');
        $this->group('harbour-wireless', 'harbours', count($harbours), 'soft', $each('wireless'));
        $this->group('harbour-wireless', 'any', 1, 'hard', $each('wireless'));
    }

    private function item(string $id, string $name, string $kind, string $team, ?string $site = null): void
    {
        $this->items[] = [
            'id' => $id, 'name' => $name, 'kind' => $kind, 'tier' => null, 'team_id' => $team, 'site' => $site,
            'description' => null, 'public_name' => null,
        ];
    }

    private function needs(string $from, string $to, string $strength = 'hard', ?string $relation = null): void
    {
        $this->single[] = [$from, $to, $strength, $relation];
    }

    /** @param  list<string>  $members */
    private function oneOf(string $item, string $name, array $members): void
    {
        count($members) === 1 ? $this->needs($item, $members[0]) : $this->group($item, $name, 1, 'hard', $members);
    }

    /** @param  list<string>  $members */
    private function group(string $item, string $name, int $needs, string $strength, array $members): void
    {
        $this->groups[] = [$item, $name, $needs, $strength, $members];
    }

    /** A thing that runs on several hosts, of which so many must be left. */
    private function cluster(string $id, string $name, string $kind, string $team, int $count, int $needs): void
    {
        static $nextHost = 0;
        $this->item($id, $name, $kind, $team);
        $nodes = [];
        for ($n = 1; $n <= $count; $n++) {
            $nodes[] = $node = "$id-$n";
            $host = sprintf('host-%02d', $nextHost++ % 24 + 1);
            $this->item($node, "$name, node $n", "$kind node", $team, (int) substr($host, 5) % 2 === 1 ? 'Nordpier' : 'Storvik');
            $this->needs($node, $host, 'hard', 'runs-on');
        }
        count($nodes) === 1 ? $this->needs($id, $nodes[0]) : $this->group($id, 'nodes', $needs, 'hard', $nodes);
    }

    private function store(): void
    {
        foreach (array_chunk($this->items, 100) as $chunk) {
            Item::query()->insert($chunk);
        }
        foreach (array_chunk($this->single, 200) as $chunk) {
            Dependency::query()->insert(array_map(
                static fn(array $d): array => ['from_id' => $d[0], 'to_id' => $d[1], 'strength' => $d[2], 'relation_id' => $d[3]],
                $chunk,
            ));
        }
        foreach ($this->groups as [$item, $name, $needs, $strength, $members]) {
            $group = NeedGroup::query()->create(['item_id' => $item, 'name' => $name, 'needs' => $needs, 'strength' => $strength]);
            Dependency::query()->insert(array_map(
                static fn(string $member): array => ['from_id' => $item, 'to_id' => $member, 'group_id' => $group->id], $members,
            ));
        }
    }
}
