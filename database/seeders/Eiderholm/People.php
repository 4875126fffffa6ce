<?php

declare(strict_types=1);

namespace Database\Seeders\Eiderholm;

use App\Platform\Person;
use App\Platform\Staff\Contact;
use App\Platform\Team;
use Illuminate\Support\Facades\Hash;
use Illuminate\Support\Str;
use Random\Engine\Mt19937;
use Random\Randomizer;

/** Nine teams and sixty people, five of whom the demo's sign-in page offers. */
final class People
{
    public const TEAMS = [
        'desk' => 'Operations desk', 'platform' => 'Platform', 'quay' => 'Quay network', 'lanes' => 'Lane systems',
        'booking' => 'Booking and payment',
        'vessels' => 'Vessel systems', 'freight' => 'Freight', 'terminals' => 'Terminals', 'crew' => 'Crew systems',
    ];

    private const COUNT = 60;

    /** Those who sign in: name, team, title, roles. */
    private const KNOWN = [
        ['Ingrid Vale', 'desk', 'Duty coordinator', ['coordinator']],
        ['Mika Sund', 'desk', 'Duty coordinator', ['coordinator']],
        ['Noor Lind', 'lanes', 'Engineer, lane control', ['responder']],
        ['Ada Holm', 'terminals', 'Head of terminals', ['service_owner', 'responder']],
        ['Per Strand', 'platform', 'Operations lead', ['administrator', 'coordinator']],
    ];

    /** Who takes reports, and does nothing else: made last, so that all others stay who they are. */
    private const AGENT = ['Lotte Krone', 'desk', 'Desk agent', ['desk']];

    private const FIRST = [
        'Tomas', 'Signe', 'Jonas', 'Elin', 'Marte', 'Aksel', 'Runa', 'Viljar', 'Hedda', 'Odin', 'Frida', 'Emre', 'Lea', 'Sander',
        'Yara', 'Kasper', 'Ylva', 'Birk', 'Tiril', 'Amal', 'Eskil', 'Solveig', 'Idris', 'Maja', 'Trygve', 'Linnea', 'Samir',
        'Astrid',
    ];

    private const LAST = [
        'Reef', 'Kvist', 'Bakke', 'Fjord', 'Nygaard', 'Lunde', 'Tveit', 'Haugen', 'Skarv', 'Myhre', 'Solberg', 'Dahl', 'Eik',
        'Rossland', 'Berge', 'Moen', 'Storm', 'Aasen', 'Vik', 'Engen', 'Sletten', 'Krag', 'Halvor', 'Teig',
    ];

    public static function put(): void
    {
        foreach (self::TEAMS as $id => $name) {
            Team::query()->create(['id' => $id, 'name' => $name]);
        }
        $random = new Randomizer(new Mt19937(7));
        $password = Hash::make(config()->string('skarvo.demo_password'));
        $names = array_column(self::KNOWN, 0);
        foreach (self::KNOWN as [$name, $team, $title, $roles]) {
            self::person($name, $team, $title, $roles, $password, count($names));
        }
        $teams = array_keys(self::TEAMS);
        for ($i = count(self::KNOWN); $i < self::COUNT; $i++) {
            do {
                $name = self::FIRST[$random->getInt(0, count(self::FIRST) - 1)].' '.self::LAST[$random->getInt(0, count(self::LAST) - 1)];
            } while (in_array($name, $names, true));
            $names[] = $name;
            self::person($name, $teams[$i % count($teams)], 'Engineer', ['responder'], null, $i);
        }
        self::person(...[...self::AGENT, $password, self::COUNT]);
    }

    /** @param  list<string>  $roles */
    private static function person(string $name, string $team, string $title, array $roles, ?string $password, int $number): void
    {
        $id = Str::slug($name);
        Person::query()->create([
            'id' => $id, 'name' => $name, 'email' => "$id@eiderholm.example", 'roles' => $roles, 'time_zone' => 'Europe/Oslo',
            'team_id' => $team, 'title' => $title,
        ]);
        if ($password !== null) {
            // Hashed once for all of them: the cast would hash each anew, which is slow by design.
            Person::query()->whereKey($id)->toBase()->update(['password' => $password]);
        }
        Contact::query()->insert([
            ['person_id' => $id, 'channel' => 'push', 'address' => "phone-of-$id", 'after_seconds' => 0],
            [
                'person_id' => $id, 'channel' => 'text', 'address' => sprintf('+47 000 %02d %03d', $number, $number * 7 % 1000),
                'after_seconds' => 60,
            ],
            [
                'person_id' => $id, 'channel' => 'voice', 'address' => sprintf('+47 000 %02d %03d', $number, $number * 7 % 1000),
                'after_seconds' => 150,
            ],
        ]);
    }
}
