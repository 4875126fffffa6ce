<?php

declare(strict_types=1);

namespace Skarvo\Tests\Updates;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Skarvo\Incidents\Stage;
use Skarvo\Topology\State;
use Skarvo\Updates\Check\Check;
use Skarvo\Updates\Check\RecordFacts;
use Skarvo\Updates\Check\Slip;
use Skarvo\Updates\Check\SlipKind;
use Skarvo\Updates\Versions\Draft;

/** What is found in words that are to go out, and what is not. It is 2026-03-03, 08:20 in Oslo; it began at 07:05. */
final class CheckTest extends TestCase
{
    private const ZONE = 'Europe/Oslo';

    /** @param  array<string, mixed>  $more */
    private static function facts(array $more = []): RecordFacts
    {
        $at = static fn(string $clock): int => (new \DateTimeImmutable("2026-03-03 $clock", new \DateTimeZone(self::ZONE)))->getTimestamp();

        return new RecordFacts(...[
            'stage' => Stage::Fixing,
            'services' => [
                'Vehicle lanes' => State::Degraded, 'Card payment' => State::Down, 'Online booking' => State::Up,
                'Departure boards' => State::AtRisk,
            ],
            'places' => ['Ask', 'Nordpier'], 'allPlaces' => ['Ask', 'Havre', 'Nordpier', 'Storvik'],
            'now' => $at('08:20'), 'since' => $at('07:05'), 'estimate' => $at('09:30'), 'next' => $at('08:50'),
            'zone' => new \DateTimeZone(self::ZONE),
            'inside' => ['Lane control Ask', 'Ask', 'Time server clk-2', 'Manifest database 2', 'Lane systems', 'booking-db-1'],
            'people' => ['Ingrid Vale', 'Bo Li'], 'said' => ['Forty cars wait at the barrier and nobody is let through'],
            'jargon' => ['failover' => 'switch to the spare', 'sev-1' => ''], ...$more,
        ]);
    }

    /** @return iterable<string, array{string}> */
    public static function holds(): iterable
    {
        foreach ([
            'Vehicle lanes: only partly working since 07:05, at Ask and Nordpier. Card payment: not working since 07:05. We expect it to work again by 09:30.',
            'Vehicle lanes are slow. Online booking works as usual. Next update at 08:50.',
            'We hope that card payment will be back by 09:30; until then, pay in cash.',
            'Card payment is not yet restored. We write again at 8:50 am.',
            'As of 08:19 vehicle lanes work in part.',
            'The 07:45 sailing from Ask waits. The departure at 10:00 is not affected.',
            'Since 06:05 UTC card payment has been down.',
            'Havre is not affected. Use Storvik instead.',
            'It began at five past seven; version 2.30 is not the cause.',
            'Kortbetaling virker ikke siden kl. 07.05. Vi venter at den virker igjen innen 09:30. Neste oppdatering kl. 08:50.',
            'Vehicle lanes sind seit 7:05 Uhr nur teilweise verfügbar. Nächste Meldung um 8:50 Uhr. Card payment wird bis 9:30 Uhr behoben.',
            'Card payment virker ikke siden 3. mars, 07:05.',
            'Card payment funktioniert seit dem 3. März um 7:05 Uhr nicht.',
            'Card payment لا يعمل منذ ٠٧:٠٥. نتوقع أن يعمل مرة أخرى بحلول ٠٩:٣٠.',
            'Once card payment is restored we say so here.',
            'Departure boards work normally.',
            'Card payment has been out of service since five minutes past seven, and vehicle lanes are slow.',
            'Ask for help at the desk.',
            'Cars wait at the barrier; Li is a river.',
            'By 09:30 everything works again.',
            'The fault is being repaired. It must be fixed by hand.',
            'Card payment is down, so expect delays.',
            'Card payment is down, and you may have to wait for a slow answer.',
            'Back to normal around 09:30, if all goes well.',
            'Many customers report again, since 07:05, that vehicle lanes are slow.',
            'Mange kunder melder om feil siden 07:05. Det er ingen nye meldinger siden 07:05.',
            'Viele Kunden melden seit 07:05 Fehler.',
            'Normal service ended at 07:05.',
            'The back office saw it at 07:05.',
            'We have trouble with card payment. Nobody can say when vehicle lanes are as they were.',
            'There is no way around vehicle lanes. It is impossible to say how long vehicle lanes need.',
            'Techniker sind auf dem Weg zu den Vehicle lanes. Online booking steht zur Verfügung.',
            'Ingen kan si når vehicle lanes er som før. Vi har problemer med card payment.',
            'هناك عطل في Vehicle lanes. لا يمكننا القول كم سيستغرق Vehicle lanes.',
            'هناك مشاكل مع Card payment.',
            'Since 07:05 use online booking instead.',
            'Online booking came up in talks.',
            'Vehicle lanes are closed to lorries.',
            'Tickets from online booking stay valid. Start with departure boards.',
            'Se siden for online booking.',
            'No news since 07:05.',
            'Online booking: as usual since 07:05.',
            'Since 07:05 vehicle lanes have drawn on what online booking knows.',
        ] as $text) {
            yield $text => [$text];
        }
    }

    #[DataProvider('holds')]
    public function test_what_agrees_with_the_record_passes(string $text): void
    {
        self::assertSame([], self::told((new Check(self::facts()))->update($text)));
    }

    /** @return iterable<string, array{string, string, string, string|null}> */
    public static function wrong(): iterable
    {
        foreach ([
            ['Card payment: not working since 07:15.', 'time', '07:15', '07:05'],
            ['We expect it to work again by 10:30.', 'time', '10:30', '09:30'],
            ['Next update at 09:50.', 'time', '09:50', '08:50'],
            ['It has been so since 06:05.', 'zone', '06:05', '07:05'],
            ['Next update at 7:50 am.', 'zone', '7:50 am', '08:50'],
            ['Since 07:05 UTC card payment has been down.', 'time', '07:05 UTC', '07:05'],
            ['Card payment has been down since half past seven.', 'time', 'half past seven', '07:05'],
            ['We expect more at noon.', 'time', 'noon', '09:30'],
            ['Siden halv åtte.', 'time', 'halv åtte', '07:05'],
            ['Seit dem 3. März um 8:50 Uhr.', 'time', '8:50 Uhr', '07:05'],
            ['Seit 07:05. Mai sieht danach, um 8:51 Uhr.', 'time', '8:51 Uhr', null],
            ['Seit 7.15 Uhr gestört.', 'time', '7.15 Uhr', '07:05'],
            ['منذ ٠٧:١٥', 'time', '٠٧:١٥', '07:05'],
            ['All services are back to normal.', 'restored', 'are back to normal', null],
            ['The fault has been fixed.', 'restored', 'has been fixed', null],
            ['Feilen er rettet.', 'restored', 'rettet', null],
            ['Die Störung ist behoben.', 'restored', 'behoben', null],
            ['تم إصلاح العطل.', 'restored', 'تم إصلاح', null],
            ['Card payment works again.', 'restored', 'works again', 'not working'],
            ['Vehicle lanes are down.', 'state', 'down', 'only partly working'],
            ['Card payment is slow.', 'state', 'slow', 'not working'],
            ['Card payment is not affected.', 'state', 'is not affected', 'not working'],
            ['Card payment er delvis nede.', 'state', 'delvis', 'not working'],
            ['Online booking is unavailable.', 'state', 'unavailable', 'working'],
            ['Vehicle lanes are slow, but card payment works as usual.', 'state', 'as usual', 'not working'],
            ['Online booking went bananas at 07:05.', 'state', 'Online booking', null],
            ['Siden i morges er online booking rar.', 'state', 'online booking', null],
            ['Since this morning online booking has been odd.', 'state', 'online booking', null],
            ['All works again and we write again at 08:50.', 'restored', 'works again', null],
            ['What broke at 07:05 works again.', 'restored', 'works again', null],
            ['All works again, more at 08:50.', 'restored', 'works again', null],
            ['Around 07:05 it stopped, now all works again, and at 08:50 there is cake.', 'restored', 'works again', null],
            ['Vehicle lanes are slow at Havre.', 'place', 'Havre', null],
            ['Time server clk-2 has lost its signal.', 'inside', 'Time server clk-2', null],
            ['The manifest database is slow.', 'inside', 'manifest database', null],
            ['Lane control Ask does not answer.', 'inside', 'Lane control Ask', null],
            ['We have restarted 10.20.3.4.', 'inside', '10.20.3.4', null],
            ['We look at gate-ctl-07 now.', 'inside', 'gate-ctl-07', null],
            ['See db.intern for more.', 'inside', 'db.intern', null],
            ['Vale looks into it.', 'inside', 'Vale', null],
            ['Bo Li looks into it.', 'inside', 'Bo Li', null],
            ['See IN-0411.', 'inside', 'IN-0411', null],
            ['There, forty cars wait at the barrier and nobody moves.', 'quoted', 'forty cars wait at the barrier and nobody', null],
            ['We try a failover.', 'jargon', 'failover', 'switch to the spare'],
            ['This is Sev-1.', 'jargon', 'Sev-1', null],
        ] as $one) {
            yield $one[0] => $one;
        }
    }

    #[DataProvider('wrong')]
    public function test_what_does_not_is_found_where_it_stands_with_what_would_be_right(
        string $text, string $kind, string $found, ?string $instead,
    ): void {
        $slips = (new Check(self::facts()))->update($text);

        self::assertSame(["$kind: $found"], self::told($slips));
        self::assertSame($instead, $slips[0]->instead);
        self::assertNotSame('', $slips[0]->words);
        self::assertSame($found, mb_substr($text, $slips[0]->at, $slips[0]->length), 'It stands where it is said to stand.');
    }

    public function test_an_estimate_that_has_passed_is_not_said_again(): void
    {
        $facts = self::facts(['now' => self::facts()->estimate]);

        self::assertSame(['passed: 09:30'], self::told((new Check($facts))->update('We expect it back by 09:30.')));
        self::assertSame(
            [], self::told((new Check(self::facts(['now' => (int) self::facts()->estimate - 1])))->update('We expect it back by 09:30.'))
        );
    }

    public function test_a_time_of_what_nobody_has_said_is_found(): void
    {
        $slips = (new Check(self::facts(['estimate' => null, 'next' => null])))->update('Back by 09:30. Next update at 08:50.');

        self::assertSame(['time: 09:30', 'time: 08:50'], self::told($slips));
        self::assertSame(['Nobody has said by when it is back.', 'No next update is promised.'], array_column($slips, 'words'));
    }

    public function test_that_it_is_over_may_be_said_when_it_is(): void
    {
        $text = 'Card payment works again. Everything is back to normal.';

        self::assertCount(2, (new Check(self::facts()))->update($text));
        self::assertSame([], (new Check(self::facts(['stage' => Stage::Restored])))->update($text));
        self::assertSame([], (new Check(self::facts(['services' => ['Card payment' => State::AtRisk]])))->update($text));
    }

    public function test_that_something_began_may_be_said_of_all_that_works_when_it_is_over(): void
    {
        self::assertSame(
            [], self::told((new Check(self::facts(['stage' => Stage::Restored])))->update('Online booking had been odd since 07:05.'))
        );
        self::assertSame(
            ['state: Online booking'], self::told((new Check(self::facts()))->update('Online booking had been odd since 07:05.'))
        );
    }

    public function test_when_it_began_the_evening_before_is_no_time_to_come(): void
    {
        $since = self::facts()->now - 13 * 3600;

        self::assertSame(
            ['restored: works again'],
            self::told((new Check(self::facts(['since' => $since])))->update('What failed since 19:20 works again.'))
        );
    }

    public function test_what_to_do_meanwhile_has_times_and_places_of_its_own(): void
    {
        $check = new Check(self::facts());

        self::assertSame([], $check->meanwhile('Book at Havre before 14:00; lanes there are open as usual.'));
        self::assertSame(['inside: Ingrid Vale'], self::told($check->meanwhile('Call Ingrid Vale.')));
    }

    public function test_a_word_within_another_is_found_once(): void
    {
        self::assertSame(['inside: booking-db-1'], self::told((new Check(self::facts()))->update('booking-db-1 is being looked at.')));
    }

    public function test_what_is_drafted_from_the_record_agrees_with_it(): void
    {
        foreach (Stage::cases() as $stage) {
            $facts = self::facts(
                $stage === Stage::Proving
                    ? ['services' => ['Vehicle lanes' => State::AtRisk, 'Card payment' => State::Up]]
                    : ['stage' => $stage]
            );
            $draft = Draft::from(
                $stage, [['name' => 'Card payment', 'state' => State::Down], ['name' => 'Vehicle lanes', 'state' => State::Degraded]],
                '07:05', ['Ask', 'Nordpier'], '09:30'
            );
            self::assertSame([], $stage === Stage::Proving ? [] : self::told((new Check($facts))->update($draft->text)), $draft->text);
        }
    }

    public function test_bytes_that_are_no_text_find_nothing_and_break_nothing(): void
    {
        self::assertSame([], (new Check(self::facts()))->update("\xff\xfe down"));
        self::assertSame([], (new Check(self::facts()))->update(''));
    }

    /**
     * @param  list<Slip>  $slips
     * @return list<string>
     */
    private static function told(array $slips): array
    {
        return array_map(static fn(Slip $one): string => "{$one->kind->value}: $one->found", $slips);
    }

    /** @return iterable<array{string, string, string}> words, what is found, and what is said of it */
    public static function otherwise(): iterable
    {
        yield ['Card payment: not working.', 'service', 'It leaves out Vehicle lanes, which the facts name.'];
        yield ['Kortbetaling er nede ved Ask. Vehicle lanes: delvis.', 'place', 'It leaves out Nordpier, which the facts name.'];
        yield ['Trouble at 3 of our 14 terminals.', 'place', 'By the facts it is felt at 2.'];
        yield ['Wir haben Störungen an 14 Orten.', 'place', 'By the facts it is felt at 2.'];
        yield ['Noor Lind looks at it.', 'inside', 'Noor Lind is a name from inside.'];
    }

    #[DataProvider('otherwise')]
    public function test_a_version_that_says_less_or_other_than_the_facts_is_found(string $words, string $kind, string $said): void
    {
        $slips = (new Check(self::asTold()))->version($words, false);

        self::assertSame([$kind], array_map(static fn(Slip $one): string => $one->kind->value, $slips));
        if ($kind !== 'inside') {
            self::assertSame($said, $slips[0]->words);
        }
        self::assertSame(
            $kind === 'inside' ? [] : [$kind],
            array_map(static fn(Slip $one): string => $one->kind->value, (new Check(self::asTold()))->version($words, true))
        );
    }

    public function test_a_version_that_says_the_same_in_fewer_words_is_left_alone(): void
    {
        foreach (
            [
                'We look into it.', 'Kortbetaling and Vehicle lanes at Ask and Nordpier.', 'Trouble at 2 of our 14 terminals.',
                'Card payment ولانيس وVehicle lanes في Nordpier وAsk.',
            ] as $words
        ) {
            self::assertSame([], (new Check(self::asTold()))->version($words, false), $words);
        }
    }

    /** @return iterable<string, array{string, list<string>}> words, and services of which they say nothing that is understood */
    public static function unread(): iterable
    {
        foreach ([
            ['Kortbetaling has given up since 07:05, and vehicle lanes are slow.', ['Card payment']],
            ['Card payment has given up. Vehicle lanes too.', ['Card payment', 'Vehicle lanes']],
            ['Card payment: still trouble. Card payment is down.', []],
            ['Vehicle lanes work, but slowly.', []],
            // That it will work again says nothing of how it is.
            ['Card payment will work again by 09:30.', ['Card payment']],
            ['Online booking has given up. We look into it.', []],
            ["\xff\xfe", []],
        ] as $one) {
            yield $one[0] => $one;
        }
    }

    /** @param  list<string>  $unread */
    #[DataProvider('unread')]
    public function test_of_a_state_that_it_cannot_read_it_says_so(string $words, array $unread): void
    {
        self::assertSame($unread, (new Check(self::asTold()))->unread($words));
    }

    public function test_of_many_places_some_may_be_named(): void
    {
        $many = static fn(int $count): RecordFacts => self::asTold()->asTold(
            [['name' => 'Card payment', 'state' => State::Down]], array_slice(['Ask', 'Nordpier', 'Havre', 'Storvik', 'Skjell'], 0, $count)
        );

        self::assertSame([], self::told((new Check($many(5)))->version('Card payment: not working, among others at Ask.', true)));
        self::assertSame(['place: '], self::told((new Check($many(4)))->version('Card payment: not working, among others at Ask.', true)));
    }

    private static function asTold(): RecordFacts
    {
        return self::facts(['people' => ['Noor Lind'], 'aliases' => ['Kortbetaling' => 'Card payment', 'Ukjent' => 'Nothing']])->asTold(
            [['name' => 'Card payment', 'state' => State::Down], ['name' => 'Vehicle lanes', 'state' => State::Degraded]],
            ['Ask', 'Nordpier'],
        );
    }

    public function test_a_zone_without_a_name_is_read_by_its_distance(): void
    {
        $told = static fn(string $words): array => self::told((new Check(self::facts()))->update($words));

        self::assertSame([], $told('Since 09:05 UTC+03 card payment has been down.'));
        self::assertSame([], $told('Since 03:35 UTC-02:30 card payment has been down.'));
        self::assertSame(['time: 09:05 UTC+02'], $told('Since 09:05 UTC+02 card payment has been down.'));
    }

    public function test_each_kind_is_among_these(): void
    {
        $tried = array_unique(
            [
                ...array_column(iterator_to_array(self::wrong(), false), 1), 'passed',
                ...array_column(iterator_to_array(self::otherwise(), false), 1),
            ]
        );
        sort($tried);
        $all = array_column(SlipKind::cases(), 'value');
        sort($all);

        self::assertSame($all, $tried);
    }
}
