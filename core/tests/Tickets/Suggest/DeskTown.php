<?php

declare(strict_types=1);

namespace Skarvo\Tests\Tickets\Suggest;

use Random\Engine\Mt19937;
use Random\Randomizer;
use Skarvo\Tickets\Suggest\SettledTicket;

/**
 * Makes up what people report at a port, and how it was settled. A phrase that is held out is never among what was learned:
 * its trouble is there in other words only. Services, items, teams and places are not equally common; one in twelve past
 * tickets was settled wrongly; one report in ten says next to nothing.
 */
final class DeskTown
{
    public const PLACES = ['Havre', 'Storvik', 'Rossnes', 'Sandhamna', 'Ask', 'Kalv'];

    /** By service: its name, team, how common it is, where, its item, and phrases; a phrase ends with impact and urgency. */
    private const SERVICES = [
        'booking' => ['Booking', 'booking', 9, null, 'shop-web', [
            'the website hangs when I choose a departure', 'I cannot reserve a crossing for Saturday', 'search for sailings times out',
            'the page with the calendar stays empty', 'online shop shows an error after the passengers', 'reservation form does not load',
            'no cabins can be selected on the site', 'the basket is empty when I go to checkout',
        ]],
        'payment' => ['Card payment', 'booking', 7, null, 'pay-link', [
            'my card was declined twice but the money is gone', 'till says transaction refused for every visa',
            'contactless does not take anything',
            'customers cannot pay, the bank refuses', 'paid and charged again', 'the refund has not come to my account',
            'pin is right and purchase fails', 'we can only take cash at the counter',
        ]],
        'lanes' => ['Vehicle lanes', 'lanes', 8, ['Havre', 'Storvik'], 'lane-cam', [
            'the barrier stays shut in lane three', 'plate camera does not read lorries', 'cars are trapped behind the boom',
            'the arm did not raise for a camper', 'queue of trailers since the pole is stuck', 'height bar reports a bus as too tall',
            'marshalling lights all red, nobody drives on', 'traffic is blocked at the toll',
        ]],
        'boarding' => ['Boarding gates', 'terminals', 7, ['Rossnes', 'Sandhamna'], 'gate-reader', [
            'scanner does not accept codes at the gate', 'the turnstile stays red for valid tickets', 'foot passengers cannot get on board',
            'reader beeps but does not open', 'qr on the phone is rejected', 'we tick people on paper at the ramp door',
            'barcode pass not valid although bought today', 'gate lets everyone through without a green light',
        ]],
        'checkin' => ['Check-in desks', 'terminals', 5, ['Havre'], 'kiosk', [
            'the kiosk does not print luggage tags', 'clerk cannot scan a passport', 'self service froze with a suitcase on it',
            'baggage counter has no labels', 'printer at the desk is out', 'identity check rejects my passport',
            'bag drop line does not move as the computer is frozen', 'desk agent cannot issue tags',
        ]],
        'display' => ['Departure displays', 'quay', 5, ['Storvik', 'Ask'], 'board', [
            'the board shows the wrong berth', 'screens in the hall are frozen', 'timetable on the monitor is from last night',
            'departures scroll and never stop', 'led panel says landed for a ferry that is expected', 'arrival sign is dark',
            'clock on the platform display is an hour late', 'delayed ferry is shown as departed',
        ]],
        'announce' => ['Announcements', 'quay', 3, ['Ask', 'Kalv'], 'speaker', [
            'loudspeakers crackle on the quay', 'no sound from the tannoy', 'the microphone is dead', 'announcement plays too loud',
            'people cannot hear the gong', 'spoken message is garbled', 'only noise and echo when we broadcast', 'public address is mute',
        ]],
        'wireless' => ['Wireless on quays', 'platform', 4, null, 'access-point', [
            'tablets lose the signal at the ramp', 'wifi drops every few minutes', 'handhelds do not connect',
            'guest hotspot has no internet',
            'laptop cannot join the network in the office', 'radio coverage is gone behind the shed',
            'device roams all the time and is offline',
            'scanner tablet disconnected from the router',
        ]],
        'signin' => ['Sign-in of staff', 'platform', 8, null, 'directory', [
            'my password expired and I cannot reset it', 'account is locked after three tries', 'the step with the token never comes',
            'colleague is thrown out after login', 'username unknown on my first day', 'authenticator code is not taken',
            'no access to my profile', 'credentials refused at every desktop',
        ]],
        'roster' => ['Crew rosters', 'crew', 6, null, 'roster-job', [
            'my shift is missing in the plan', 'duty list for tonight is empty', 'a steward is assigned twice',
            'vacation was taken off wrongly',
            'two deckhands swapped and it shows neither', 'rota of next week is not published', 'overtime of the mate is gone',
            'manning of the evening crossing has a hole',
        ]],
        'freight' => ['Freight manifests', 'freight', 6, ['Havre', 'Kalv'], 'customs-link', [
            'customs does not get our manifest', 'dangerous goods note is refused', 'waybill cannot be transmitted',
            'container has no release',
            'consignment is listed twice', 'export papers hang', 'the broker does not see the declaration',
            'hazardous cargo cannot be cleared',
        ]],
        'fuel' => ['Fuel figures', 'vessels', 3, null, 'tank-gauge', [
            'diesel consumption is zero since noon', 'tank level jumps', 'bunker report has the wrong litres',
            'gauge shows less than the dip',
            'engine burn is not in the report', 'meter of the day tank stands still', 'telemetry of the lubricant is old',
            'fuel reading is double',
        ]],
    ];

    private const BEFORE = ['', '', '', 'hello, ', 'please help: ', 'good morning, ', 'urgent!! '];

    private const AFTER = ['', '', '', ' since this morning', ' again', ', thanks', ', what shall we do?'];

    private const VAGUE = ['it does not work', 'broken again', 'same as yesterday', 'nothing works here', 'please call me'];

    private readonly Randomizer $random;

    private function __construct(int $seed)
    {
        $this->random = new Randomizer(new Mt19937($seed));
    }

    /** @return array<string, array<string, string>> by field and value what people call it */
    public static function names(): array
    {
        $names = [];
        foreach (self::SERVICES as $service => [$name, $team, , , $item]) {
            $names['service'][$service] = $name;
            $names['team'][$team] = $team;
            $names['item'][$item] = $item;
        }

        return $names;
    }

    /**
     * @param  int<1, 7>  $out  phrases of each service that are held out
     * @return array{list<SettledTicket>, list<SettledTicket>} what was learned, and with phrases that were held out what is asked
     */
    public static function of(int $seed, int $past, int $asked, int $out = 3): array
    {
        $self = new self($seed);
        $held = array_map(static fn(): array => $self->random->pickArrayKeys(range(0, 7), $out), self::SERVICES);

        return [
            array_map(static fn(): SettledTicket => $self->ticket($held, false), range(1, $past)),
            array_map(static fn(): SettledTicket => $self->ticket($held, true), range(1, $asked)),
        ];
    }

    /** @param  array<string, array<array-key, int|string>>  $held */
    private function ticket(array $held, bool $isAsked): SettledTicket
    {
        $service = $this->service();
        [, $team, , $places, $item, $phrases] = self::SERVICES[$service];
        $which = array_values(array_filter(range(0, 7), static fn(int $i): bool => in_array($i, $held[$service], true) === $isAsked));
        $i = $which[$this->random->getInt(0, count($which) - 1)] ?? 0;
        $text = $this->random->getInt(1, 10) === 1 ? $this->one(self::VAGUE) : $phrases[$i];
        $place = $this->random->getInt(1, 4) === 1
            ? null
            : $this->one($this->random->getInt(1, 5) === 1 ? self::PLACES : $places ?? self::PLACES);
        $settled = [
            'service' => $service, 'team' => $team, 'urgency' => ['now', 'soon', 'soon', 'later'][$i % 4],
            'impact' => ['part', 'few', 'wide', 'few'][$i % 4],
        ];
        if ($this->random->getInt(1, 3) > 1) {
            $settled['item'] = $item;
        }
        if (! $isAsked && $this->random->getInt(1, 12) === 1) {
            $settled['service'] = $this->service();
        }

        return new SettledTicket($this->slipped($this->one(self::BEFORE).$text.$this->one(self::AFTER)), $place, $settled);
    }

    private function service(): string
    {
        $at = $this->random->getInt(1, array_sum(array_column(self::SERVICES, 2)));
        foreach (self::SERVICES as $service => $one) {
            $at -= $one[2];
            if ($at <= 0) {
                return $service;
            }
        }
        throw new \LogicException('One of them is drawn.');
    }

    /** With a letter too few in one text of four. */
    private function slipped(string $text): string
    {
        if ($this->random->getInt(1, 4) > 1) {
            return $text;
        }
        $at = $this->random->getInt(1, strlen($text) - 2);

        return substr($text, 0, $at).substr($text, $at + 1);
    }

    /**
     * @param  non-empty-list<string>  $of
     */
    private function one(array $of): string
    {
        return $of[$this->random->getInt(0, count($of) - 1)];
    }
}
