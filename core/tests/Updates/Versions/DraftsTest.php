<?php

declare(strict_types=1);

namespace Skarvo\Tests\Updates\Versions;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;
use Skarvo\Incidents\Stage;
use Skarvo\Topology\State;
use Skarvo\Updates\Versions\Clock;
use Skarvo\Updates\Versions\Drafts;
use Skarvo\Updates\Versions\Glossary;
use Skarvo\Updates\Versions\KnownInside;
use Skarvo\Updates\Versions\NewFact;
use Skarvo\Updates\Versions\NewFacts;
use Skarvo\Updates\Versions\UpdateFacts;
use Skarvo\Updates\Versions\Version;
use Skarvo\Value\Language;

/** The same facts in the words of each reader. It is 2026-03-03, 08:20 in Oslo; it began at 07:05. */
final class DraftsTest extends TestCase
{
    private static function at(string $clock): int
    {
        return (new \DateTimeImmutable("2026-03-03 $clock", new \DateTimeZone('Europe/Oslo')))->getTimestamp();
    }

    /** @param  array<string, mixed>  $more */
    private static function facts(array $more = []): UpdateFacts
    {
        return new UpdateFacts(...[
            'stage' => Stage::Fixing,
            'services' => [['name' => 'Card payment', 'state' => State::Down], ['name' => 'Vehicle lanes', 'state' => State::Degraded]],
            'places' => ['Ask', 'Havre'], 'now' => self::at('08:20'), 'since' => self::at('07:05'),
            'zone' => new \DateTimeZone('Europe/Oslo'),
            'cause' => 'The clocks of the lanes are behind.', 'meanwhile' => 'Stay in your lane.',
            'counter' => 'Open the barriers by hand.',
            'estimate' => self::at('09:30'), 'next' => self::at('08:50'), 'told' => self::at('07:50'),
            'known' => new KnownInside(
                'IN-0411', 'Lanes at Ask', 1, 'Ingrid Vale', [], ['Booking.', 'quay network'], ['Time server clk-2'], 12, 3, true
            ),
            ...$more,
        ]);
    }

    private static function glossary(): Glossary
    {
        return new Glossary([
            'Vehicle lanes' => ['no' => 'Kjørefelt', 'de' => 'Fahrspuren', 'ar' => 'مسارات المركبات'],
            'Card payment' => ['no' => 'Kortbetaling', 'de' => ' '],
            'The clocks of the lanes are behind' => ['no' => 'Klokkene i kjørefeltene går for sakte'],
            'stay in  your lane' => ['no' => 'Bli i feltet ditt', 'de' => 'Bleiben Sie in Ihrer Spur'],
            'Open the barriers by hand' => ['no' => 'Åpne bommene for hånd'],
        ]);
    }

    /** @return iterable<string, array{Version, Language, string, string}> */
    public static function versions(): iterable
    {
        $en = 'Card payment: not working since 07:05 CET, at Ask and Havre. Vehicle lanes: only partly working since 07:05 CET, at Ask and Havre. We are fixing it. The cause: The clocks of the lanes are behind. We expect it to work again by 09:30 CET.';
        yield 'everybody' => [Version::Everybody, Language::English, $en, 'Stay in your lane.'];
        yield 'staff' => [
            Version::Staff, Language::English,
            "$en At the counter: Open the barriers by hand. What passengers are told to do: Stay in your lane. Next update by 08:50 CET.",
            '',
        ];
        $no = 'Kortbetaling: ute av drift siden 07:05 CET, ved Ask og Havre. Kjørefelt: bare delvis i drift siden 07:05 CET, ved Ask og Havre. Vi holder på å rette feilen. Årsaken: Klokkene i kjørefeltene går for sakte. Vi venter at det virker igjen innen 09:30 CET.';
        yield 'everybody, in Norwegian' => [Version::Everybody, Language::Norwegian, $no, 'Bli i feltet ditt'];
        yield 'staff, in Norwegian' => [
            Version::Staff, Language::Norwegian,
            "$no Ved skranken: Åpne bommene for hånd. Dette får passasjerene beskjed om: Bli i feltet ditt. Neste oppdatering innen 08:50 CET.",
            '',
        ];
        yield 'engineers' => [Version::Technical, Language::English, 'IN-0411: Lanes at Ask. Card payment: not working; Vehicle lanes: only partly working since 07:05 CET, at Ask and Havre. 12 items are hit. '
            .'What lies beneath all of it, by the trace: Time server clk-2. Ruled out: Booking; quay network. We are fixing it. We expect it to work again by 09:30 CET.', ''];
        yield 'managers' => [Version::Card, Language::English, 'Priority 1. Card payment: not working; Vehicle lanes: only partly working since 07:05 CET, at Ask and Havre. 3 people have reported it. '
            .'We are fixing it. The cause: The clocks of the lanes are behind. We expect it to work again by 09:30 CET. Coordinated by Ingrid Vale.', ''];
    }

    #[DataProvider('versions')]
    public function test_each_reader_gets_the_same_facts_in_their_own_words(
        Version $version, Language $in, string $text, string $meanwhile,
    ): void {
        $drafted = (new Drafts(self::facts(), self::glossary()))->of($version, $in);

        self::assertSame([$text, $meanwhile, []], [$drafted->text, $drafted->meanwhile, $drafted->missing]);
        self::assertTrue($drafted->isWhole());
    }

    public function test_what_nobody_has_translated_is_said_to_be_missing_and_names_stay_as_they_are(): void
    {
        $drafted = (new Drafts(self::facts(), self::glossary()))->of(Version::Everybody, Language::German);

        self::assertSame(['The clocks of the lanes are behind.'], $drafted->missing);
        self::assertFalse($drafted->isWhole());
        self::assertStringStartsWith(
            'Card payment: außer Betrieb seit 07:05 CET, in Ask und Havre. Fahrspuren: nur teilweise in Betrieb', $drafted->text
        );
        self::assertSame(
            ['Open the barriers by hand.'],
            (new Drafts(self::facts(['cause' => null]), self::glossary()))->of(Version::Staff, Language::German)->missing
        );
        self::assertSame(
            [], (new Drafts(self::facts(['cause' => ' ']), self::glossary()))->of(Version::Everybody, Language::German)->missing
        );
    }

    public function test_that_nothing_is_new_is_said_to_everybody_in_each_language(): void
    {
        $drafts = new Drafts(self::facts(), self::glossary());

        self::assertSame(
            'Ikke noe nytt siden 07:50 CET. Kortbetaling: fortsatt ute av drift, siden 07:05 CET. Kjørefelt: fortsatt bare delvis i drift, siden 07:05 CET. Teknikerne våre holder fortsatt på å rette feilen. Vi venter fortsatt at det virker igjen innen 09:30 CET.',
            $drafts->of(Version::Everybody, Language::Norwegian, true)->text,
        );
        // Before anything was said, nothing can be as it was.
        self::assertStringStartsWith(
            'Card payment: not working', (new Drafts(self::facts(['told' => null])))->of(Version::Everybody, isUnchanged: true)->text
        );
    }

    public function test_of_one_that_is_over_nothing_is_said_that_held_before(): void
    {
        $drafts = new Drafts(self::facts(['stage' => Stage::Restored]), self::glossary());

        self::assertSame('Card payment and Vehicle lanes: working normally again.', $drafts->of(Version::Everybody)->text);
        self::assertSame('', $drafts->of(Version::Everybody)->meanwhile);
        self::assertSame('Card payment and Vehicle lanes: working normally again.', $drafts->of(Version::Staff)->text);
        self::assertSame(
            'Card payment and Vehicle lanes: working normally again. It began at 07:05 CET.', $drafts->of(Version::Card)->text
        );
        self::assertSame(
            'IN-0411: Lanes at Ask. Card payment and Vehicle lanes: working normally again.', $drafts->of(Version::Technical)->text
        );
        self::assertSame(
            'Kortbetaling og Kjørefelt: virker som normalt igjen.', $drafts->of(Version::Everybody, Language::Norwegian)->text
        );
    }

    #[TestWith(['09:30', Stage::Fixing, true])]
    #[TestWith(['08:20', Stage::Fixing, false])]
    #[TestWith(['08:19', Stage::Fixing, false])]
    #[TestWith(['09:30', Stage::Proving, false])]
    #[TestWith([null, Stage::Looking, false])]
    public function test_an_estimate_that_has_passed_is_not_said_again(?string $estimate, Stage $stage, bool $isSaid): void
    {
        $facts = self::facts(['estimate' => $estimate === null ? null : self::at($estimate), 'stage' => $stage]);
        foreach ([Version::Everybody, Version::Technical, Version::Card] as $version) {
            self::assertSame($isSaid, str_contains((new Drafts($facts))->of($version)->text, 'by 0'), $version->value);
        }
        self::assertSame($isSaid, $facts->isExpected());
    }

    public function test_engineers_read_what_is_new(): void
    {
        $before = self::facts(['stage' => Stage::Looking, 'places' => ['Ask'], 'estimate' => null, 'counter' => null]);

        self::assertSame([NewFact::Stage, NewFact::Places, NewFact::Counter, NewFact::Estimate], NewFacts::between($before, self::facts()));
        self::assertSame(
            [],
            NewFacts::between(
                self::facts(), self::facts(['places' => ['Havre', 'Ask'], 'cause' => ' The clocks of the lanes are behind. ']),
            )
        );
        self::assertSame(
            [NewFact::Services],
            NewFacts::between(self::facts(), self::facts(['services' => [['name' => 'Card payment', 'state' => State::Degraded]]]))
        );
        self::assertStringContainsString(
            'New since the last update: fix under way (before: looking for the cause); felt at Ask and Havre; what staff do; the estimate is 09:30 CET.',
            (new Drafts(self::facts()))->of(Version::Technical, before: $before)->text,
        );
        self::assertStringNotContainsString('New since', (new Drafts(self::facts()))->of(Version::Technical, before: self::facts())->text);
    }

    public function test_a_confirmed_cause_stands_in_place_of_suspects_for_engineers_alone(): void
    {
        $drafts = new Drafts(
            self::facts(['known' => new KnownInside('IN-1', 'T', causes: ['clk-2 lost its signal', 'b', 'c', 'd'], suspects: ['clk-2'])])
        );

        self::assertStringContainsString('Cause: clk-2 lost its signal; b; c; and 1 more.', $drafts->of(Version::Technical)->text);
        self::assertStringNotContainsString('by the trace', $drafts->of(Version::Technical)->text);
        self::assertStringNotContainsString(
            'clk-2', $drafts->of(Version::Everybody)->text.$drafts->of(Version::Staff)->text.$drafts->of(Version::Card)->text
        );
    }

    #[TestWith([0, 'Nobody has reported it yet.'])]
    #[TestWith([1, 'One person has reported it.'])]
    #[TestWith([2, '2 people have reported it.'])]
    public function test_managers_read_how_many_have_reported_it(int $count, string $words): void
    {
        $card = (new Drafts(self::facts(['known' => new KnownInside(reports: $count)])))->of(Version::Card)->text;

        self::assertStringContainsString($words, $card);
        self::assertStringContainsString('Nobody coordinates it yet.', $card);
        self::assertStringNotContainsString('Priority', $card);
    }

    public function test_a_day_is_named_where_it_is_another_and_months_are_those_of_the_language(): void
    {
        $clock = new Clock(new \DateTimeZone('Europe/Oslo'), self::at('00:10'));

        self::assertSame('Mon 2 Mar, 23:50 CET', $clock->say(self::at('00:10') - 1200));
        self::assertSame('2. mars, 23:50 CET', $clock->say(self::at('00:10') - 1200, Language::Norwegian));
        self::assertSame('2. März, 23:50 CET', $clock->say(self::at('00:10') - 1200, Language::German));
        self::assertSame('00:00 CET', $clock->say(self::at('00:00'), Language::German));
        self::assertSame(
            '12:00 UTC+03', (new Clock(new \DateTimeZone('Asia/Riyadh'), self::at('08:20')))->say(self::at('10:00'), Language::Arabic)
        );
    }

    public function test_what_is_filled_in_is_not_filled_in_again(): void
    {
        $text = (
            new Drafts(self::facts(['cause' => 'a sign that says :time', 'services' => [['name' => ':since', 'state' => State::Down]]]))
        )->of(Version::Everybody)->text;

        self::assertStringStartsWith(':since: not working since 07:05 CET', $text);
        self::assertStringContainsString('The cause: a sign that says :time.', $text);
    }

    #[TestWith([0, false])]
    #[TestWith([1, false])]
    #[TestWith([2, true])]
    public function test_one_item_is_not_counted(int $items, bool $isSaid): void
    {
        self::assertSame(
            $isSaid,
            str_contains(
                (new Drafts(self::facts(['known' => new KnownInside('IN-1', 'T', items: $items)])))->of(Version::Technical)->text,
                'items are hit'
            )
        );
    }

    public function test_a_cause_is_named_once_it_is_found(): void
    {
        foreach (
            [
                [Stage::Looking, false], [Stage::CauseFound, true], [Stage::Fixing, true], [Stage::Proving, true], [Stage::Restored, false],
            ] as [$stage, $isNamed]
        ) {
            foreach ([Version::Everybody, Version::Staff, Version::Card] as $version) {
                self::assertSame(
                    $isNamed, str_contains((new Drafts(self::facts(['stage' => $stage])))->of($version)->text, 'The cause:'),
                    "$stage->value $version->value"
                );
            }
        }
    }

    public function test_a_service_is_in_one_state(): void
    {
        $this->expectException(\DomainException::class);
        self::facts(['services' => [['name' => 'A', 'state' => State::Down], ['name' => 'A', 'state' => State::Degraded]]]);
    }
}
