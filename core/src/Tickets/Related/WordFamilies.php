<?php

declare(strict_types=1);

namespace Skarvo\Tickets\Related;

/**
 * What people say when they mean the same: words that go together at a port, a terminal and in its offices, by what they are
 * about. A word may stand in several. It is where one begins: what tickets were linked to (`past`) adds to it, and the words
 * of an organisation's own services and items count as theirs.
 */
final class WordFamilies
{
    private const ALL = [
        'lane' => 'lane lanes vehicle car cars truck lorry lorries barrier boom arm pole bar ramp drive driver motorist '
            .'marshalling trailer caravan camper van bus coach toll raise lift trapped shut traffic road plate '
            .'axle height queue hgv wheel parking block blocked through',
        'boarding' => 'boarding board gate scanner scan reader ticket qr barcode code passenger walker foot turnstile beep '
            .'green red pass passes embark aboard valid validate reject accept ramp walk people tick door stamp',
        'booking' => 'booking book reserve reservation website site web page online order seat cabin departure trip '
            .'sailing select pick choose calendar basket cart checkout browser search availability load loading '
            .'app error shop hang form route date passage weekend crossing customer timeout slow',
        'payment' => 'pay paying payment paid card credit debit visa money bank declined decline refuse refused till cash '
            .'cashless wallet pin transaction purchase refund contactless fail failed charge swipe '
            .'deducted invoice',
        'notice' => 'mail email sms text message confirmation inbox notification notify newsletter arrive delivered '
            .'delivery spam letter receipt cancelled booked sent phone voucher reminder note ticket traveller '
            .'queue send post',
        'checkin' => 'checkin desk counter kiosk passport selfservice self print printer baggage luggage bag tag clerk '
            .'lady computer card boarding line hall froze frozen agent identity suitcase',
        'display' => 'display screen monitor board arrival departure timetable information delayed delay landed shows show '
            .'clock platform hall sign led panel update wrong ferry destination scroll frozen quay berth expected',
        'announce' => 'announcement announce loudspeaker speaker microphone mic public address voice sound hear heard audio '
            .'crackle crackling mute silent shout tannoy noise volume gong spoken megaphone garbled play played '
            .'listen broadcast call buzz hum echo loud quiet talk recorded',
        'wireless' => 'wireless wifi hotspot tablet handheld connection connect signal internet access point router network '
            .'roam laptop reception coverage guest disconnect drop drops lose loses phone radio ramp antenna '
            .'device walkie offline',
        'signin' => 'signin login log password credential account locked lock code step token directory user username '
            .'authentic session thrown colleague staff reset access expire expired register desktop authenticator '
            .'enter identity profile',
        'roster' => 'roster rota crew shift duty plan planning schedule deckhand seaman swap assign assigned crewlist '
            .'manning personnel steward sailor mate vacation leave empty list tonight bosun watchkeeper employee '
            .'holiday staffing overtime',
        'freight' => 'freight cargo custom customs manifest goods dangerous document paper trailer load note waybill '
            .'export import declaration container consignment shipper lading broker haulier pallet clearance '
            .'release list weighbridge forwarder seal transmit transmitted hazardous',
        'fare' => 'fare price discount tariff charge cost expensive cheap season islander full double rate calculate '
            .'calculated amount euro concession child pensioner student reduction zero quote offer rebate commuter '
            .'table surcharge overcharge holder resident sum',
        'fuel' => 'fuel diesel bunker tank consumption engine meter litre liter oil level reading gauge dip telemetry '
            .'refuel figure burn gasoil usage report lubricant flow sensor ton tonne machinery chief',
        'tracking' => 'tracking track position map chart vessel ship boat ferry dot gps ashore move moves location '
            .'coordinate ais icon land sea jump where plot marker course heading speed live fleet behind',
        'satellite' => 'satellite sat link antenna offshore fleet dish vsat',
        'network' => 'network switch lan net office centre center datacentre data router cut cable core uplink unstable '
            .'disturbed',
        'database' => 'database db sales shop storage query overloaded sql record',
    ];

    /** @var array<string, array<string, float>>|null shares of families by stem */
    private static ?array $shares = null;

    /** @return array<string, array<string, float>> by stem: in which families it stands, in shares of one */
    public static function shares(): array
    {
        if (self::$shares === null) {
            $in = [];
            foreach (self::ALL as $family => $words) {
                foreach (explode(' ', $words) as $word) {
                    $in[Tokens::stem($word)][$family] = true;
                }
            }
            self::$shares = array_map(
                static fn(array $families): array => array_map(static fn(): float => 1 / count($families), $families), $in,
            );
        }

        return self::$shares;
    }
}
