<?php

declare(strict_types=1);

namespace Database\Seeders\Eiderholm;

use App\Incidents\Priorities;
use App\Incidents\Report;
use App\Tickets\Ticket;
use Carbon\CarbonImmutable;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Skarvo\Incidents\Impact;
use Skarvo\Incidents\Urgency;
use Skarvo\Tickets\TicketKind;
use Skarvo\Tickets\TicketState;

/** What people reported in the weeks before the demo starts, all of it answered: from this the suggestions have learned. */
final class PastTickets
{
    private const COUNT = 140;

    /** Weeks back, from the day before the demo starts. */
    private const DAYS = 56;

    /** By service: its team, an item that such tickets often were about, what was said; a text with `>` before it wants something. */
    private const SAID = [
        'vehicle-lanes' => ['lanes', 'barrier', [
            'The boom stays down in lane two', 'Plate camera does not read trailers', 'Cars are stuck behind the arm',
            'Lorries queue, the barrier is shut',
            'Lane light is red all the time', '>We need one more lane opened on Friday',
        ]],
        'booking' => ['booking', null, [
            'The website hangs after the passengers', 'No departure can be chosen on the page', 'My reservation is not in the app',
            'Search times out',
            'Basket is empty at checkout', '>I want to change the date of my crossing',
        ]],
        'payment' => ['booking', null, [
            'Card declined although there is money', 'The till refuses every card', 'Charged twice for one ticket', 'Refund did not come',
            'Contactless is not accepted',
        ]],
        'boarding' => ['terminals', 'gate', [
            'Gate scanner does not take codes', 'Turnstile stays red', 'Foot passengers cannot board', 'Reader beeps and stays shut',
            '>Another hand scanner for the ramp, please',
        ]],
        'check-in' => [
            'terminals', 'kiosk',
            ['Kiosk does not print', 'Desk cannot scan passports', 'Self service screen is frozen', 'No labels for luggage'],
        ],
        'arrivals-board' => [
            'vessels', null, ['Board shows the wrong quay', 'Screen in the hall is dark', 'Departure times are those of yesterday'],
        ],
        'vessel-positions' => [
            'vessels', null, ['Ferry is drawn on land', 'Position has not moved for an hour', 'The map shows two of the same ship'],
        ],
        'freight-manifests' => [
            'freight', null,
            ['Customs did not get our manifest', 'Dangerous goods note is refused', '>Access to waybills for a new colleague'],
        ],
        'announcements' => ['terminals', null, ['Loudspeaker crackles', 'No sound on the quay', 'Texts to passengers do not go out']],
        'harbour-wireless' => [
            'quay', 'wireless',
            ['Wireless drops every minute', 'Tablets lose the signal', 'Guests cannot get online', '>Please add coverage behind the shed'],
        ],
    ];

    private const PLACES = ['havre', 'storvik', 'rossnes', 'ask', 'tangen', 'lyngsund'];

    public static function put(): void
    {
        $random = new Randomizer(new Mt19937(23));
        $now = CarbonImmutable::instance(now())->startOfDay();
        $items = DB::table('items')->pluck('id')->flip();
        for ($i = 0; $i < self::COUNT; $i++) {
            // The first of them are reported most.
            $service = array_keys(self::SAID)[min($random->getInt(0, 9), $random->getInt(0, 12)) % 10];
            [$team, $kind, $texts] = self::SAID[$service];
            $text = $texts[$random->getInt(0, count($texts) - 1)];
            $place = self::PLACES[$random->getInt(0, count(self::PLACES) - 1)];
            $item = $kind === null
                ? null
                : array_values(array_filter(["$kind-$place", "$kind-$place-1"], static fn(string $id): bool => $items->has($id)))[0]
                    ?? null;
            $at = $now->subDays(self::DAYS)
                ->addSeconds(intdiv($i * self::DAYS * 86400, self::COUNT) + $random->getInt(6 * 3600, 20 * 3600));
            $closed = $at->addMinutes($random->getInt(12, 600));
            self::ticket($service, $team, $text, ucfirst($place), $item, min($at, $now->subDay()), $closed, $random);
        }
    }

    private static function ticket(
        string $service, string $team, string $text, string $place, ?string $item, CarbonImmutable $at, CarbonImmutable $closed,
        Randomizer $random,
    ): void {
        $isWanted = str_starts_with($text, '>');
        $impact = $isWanted ? Impact::Few : [Impact::Few, Impact::Few, Impact::Part, Impact::Wide][$random->getInt(0, 3)];
        $urgency = $isWanted ? Urgency::Later : [Urgency::Soon, Urgency::Soon, Urgency::Now][$random->getInt(0, 2)];
        $priority = Priorities::matrix()->priority($impact, $urgency);
        $report = Report::query()->create([
            'token' => Str::random(Report::TOKEN_LENGTH), 'service_id' => $service, 'site' => $place,
            'what' => ltrim($text, '>'), 'told_at' => $at, 'resolved_at' => $closed, 'send_key' => Str::uuid()->toString(),
        ]);
        $ticket = Ticket::query()->create([
            'report_id' => $report->id, 'kind' => $isWanted ? TicketKind::Request : TicketKind::Report, 'state' => TicketState::Done,
            'item_id' => $item,
            'impact' => $impact, 'urgency' => $urgency, 'priority' => $priority, 'team_id' => $team, 'opened_at' => $at,
            'waits_since' => $at,
            'closed_at' => $closed,
        ]);
        $happening = static fn(int $at, string $kind, ?string $name): array => [
            'ticket_id' => $ticket->id, 'at' => $at, 'kind' => $kind, 'priority' => $kind === 'opened' ? $priority : null, 'name' => $name,
        ];
        DB::table('ticket_happenings')->insert([
            $happening($at->getTimestamp(), 'opened', null), $happening($closed->getTimestamp(), 'met', 'respond'),
            $happening($closed->getTimestamp(), 'met', 'restore'),
        ]);
    }
}
