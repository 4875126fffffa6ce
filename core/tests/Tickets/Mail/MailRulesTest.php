<?php

declare(strict_types=1);

namespace Skarvo\Tests\Tickets\Mail;

use PHPUnit\Framework\TestCase;
use Skarvo\Tickets\Mail\Automatic;
use Skarvo\Tickets\Mail\MailReply;

/** Which mails a machine wrote, and what is new in an answer. */
final class MailRulesTest extends TestCase
{
    public function test_what_a_machine_wrote_is_told_by_its_headers_and_its_sender(): void
    {
        foreach ([
            ['auto-submitted' => 'auto-replied'], ['auto-submitted' => 'auto-generated; why=x'], ['precedence' => 'Bulk'],
            ['list-id' => '<x.y>'],
            ['x-auto-response-suppress' => 'All'], ['return-path' => '<>'],
            ['content-type' => 'multipart/report; report-type=delivery-status'],
            ['x-autoreply' => 'yes'],
        ] as $headers) {
            self::assertTrue(Automatic::is($headers, 'bo@ferry.example'), (string) json_encode($headers));
        }
        foreach (
            [
                '', 'MAILER-DAEMON@x.example', 'no-reply@x.example', 'noreply@x.example', 'bounce+17@x.example', 'crew-request@x.example',
            ] as $from
        ) {
            self::assertTrue(Automatic::is([], $from), $from);
        }
        foreach (
            [
                [], ['auto-submitted' => 'no'], ['auto-submitted' => 'No; x=y'], ['precedence' => 'first-class'],
                ['x-auto-response-suppress' => 'None'], ['return-path' => '<bo@x>'],
            ] as $headers
        ) {
            self::assertFalse(Automatic::is($headers, 'bo@ferry.example'), (string) json_encode($headers));
        }
        self::assertFalse(Automatic::is([], 'norepton@ferry.example'));
    }

    public function test_what_an_answer_quotes_is_left_out(): void
    {
        foreach ([
            "Lane 3.\r\n\r\nOn Tue, 3 Mar 2026 at 08:00, The desk wrote:\r\n> Which lane?\r\n" => 'Lane 3.',
            "Lane 3.\n\nOn Tue, 3 Mar 2026 at 08:00, The desk of Eiderholm\n<desk@eiderholm.example> wrote:\n\n> Which" => 'Lane 3.',
            "> Which lane?\nLane 3.\n> And when?\nAt eight." => "Lane 3.\nAt eight.",
            "Lane 3.\n-- \nBo, Ask" => 'Lane 3.',
            "Lane 3.\n\n-----Original Message-----\nFrom: desk" => 'Lane 3.',
            "Lane 3.\n________________________________\nFrom: desk" => 'Lane 3.',
            "Tre.\n\nDen tir. 3. mars 2026 kl. 08:00 skrev Skranken:\n> Hvilken" => 'Tre.',
            "Drei.\n\nAm 03.03.26 um 08:00 schrieb die Stelle:\n> Welche" => 'Drei.',
        ] as $text => $new) {
            self::assertSame($new, MailReply::new($text));
        }
        self::assertSame('> all quoted', MailReply::new("> all quoted\n"));
        self::assertSame('', MailReply::new(" \n"));
        // At the beginning such a line is what somebody wrote.
        self::assertSame("From: lane 3\nall is shut", MailReply::new("From: lane 3\nall is shut"));
        self::assertSame("The sign reads:\nclosed", MailReply::new("The sign reads:\nclosed"));
    }

    public function test_thanks_are_told_from_what_still_does_not_work(): void
    {
        self::assertTrue(MailReply::isThanks('Thanks '.str_repeat('so ', 13)));
        self::assertFalse(MailReply::isThanks('Thanks '.str_repeat('so ', 14)));
        foreach (['Thanks!', 'Thank you, it works now.', 'Tusen takk', 'Vielen Dank', 'Danke, geht wieder'] as $text) {
            self::assertTrue(MailReply::isThanks($text), $text);
        }
        foreach ([
            'Thanks, but it is shut again', "Thanks. It doesn't work", 'Thanks, when?', 'It works', '', 'Takk, men den virker ikke',
            'Thanks '.str_repeat('and more ', 10), 'Danke, geht immer noch nicht', 'still shut, thanks',
        ] as $text) {
            self::assertFalse(MailReply::isThanks($text), $text);
        }
    }
}
