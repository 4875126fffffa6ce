<?php

declare(strict_types=1);

namespace Tests\Feature\Paging;

use App\Desk\OwnTrouble;
use App\Incidents\Incident;
use App\Paging\Delivery\MailChannel;
use App\Paging\Delivery\PageNotification;
use App\Platform\Outbox\Failed;
use App\Platform\Outbox\PlainMail;
use App\Updates\Following\Subscription;
use App\Updates\Update;
use Illuminate\Support\Facades\DB;
use Tests\TestCase;

/** Mail with a mail server of one's own: a real one takes it here. What is not set up is trouble, and never looks sent. */
final class SmtpTest extends TestCase
{
    /** @var resource|null */
    private $server = null;

    private string $box = '';

    protected function tearDown(): void
    {
        if (is_resource($this->server)) {
            proc_terminate($this->server, SIGKILL);
            proc_close($this->server);
        }
        foreach (glob("$this->box/new/*") ?: [] as $mail) {
            unlink($mail);
        }
        parent::tearDown();
    }

    private function server(): void
    {
        $this->box = sys_get_temp_dir().'/skarvo-mail-'.bin2hex(random_bytes(4));
        $listener = stream_socket_server('tcp://127.0.0.1:0');
        self::assertIsResource($listener);
        $port = (int) substr((string) strrchr((string) stream_socket_get_name($listener, false), ':'), 1);
        fclose($listener);
        $server = proc_open(
            ['/usr/bin/python3', '-m', 'aiosmtpd', '-n', '-l', "127.0.0.1:$port", '-c', 'aiosmtpd.handlers.Mailbox', $this->box],
            [1 => ['file', '/dev/null', 'w'], 2 => ['file', '/dev/null', 'w']], $pipes,
        );
        self::assertIsResource($server);
        $this->server = $server;
        for ($try = 0; $try < 500 && ($open = @fsockopen('127.0.0.1', $port, timeout: 0.1)) === false; $try++) {
            usleep(20_000);
        }
        self::assertTrue(isset($open) && is_resource($open), 'The mail server listens.');
        fclose($open);
        config()->set([
            'mail.default' => 'smtp', 'mail.mailers.smtp.host' => '127.0.0.1', 'mail.mailers.smtp.port' => $port,
            'mail.mailers.smtp.encryption' => null, 'mail.from.address' => 'skarvo@eiderholm.example',
            'mail.from.name' => 'Eiderholm Line', 'mail.reply' => 'answers@eiderholm.example', 'skarvo.gateways.mail' => null,
        ]);
        // What runs in a process of its own is told by its environment.
        foreach ([
            'MAIL_MAILER' => 'smtp', 'MAIL_HOST' => '127.0.0.1', 'MAIL_PORT' => (string) $port,
            'MAIL_FROM_ADDRESS' => 'skarvo@eiderholm.example', 'SKARVO_REPLY_TO' => 'answers@eiderholm.example',
        ] as $name => $value) {
            $_ENV[$name] = $value;
        }
        $this->beforeApplicationDestroyed(static function (): void {
            unset($_ENV['MAIL_MAILER'], $_ENV['MAIL_HOST'], $_ENV['MAIL_PORT'], $_ENV['MAIL_FROM_ADDRESS'], $_ENV['SKARVO_REPLY_TO']);
        });
    }

    private function arrived(): string
    {
        $mails = glob("$this->box/new/*") ?: [];

        return implode(
            "\n",
            array_map(
                static fn(string $file): string => str_replace("=\n", '', str_replace("\r\n", "\n", (string) file_get_contents($file))),
                $mails,
            ),
        );
    }

    public function test_mail_to_outsiders_goes_by_the_mail_server_as_plain_text_with_a_key(): void
    {
        $this->server();
        DB::table('outbox')->insert([
            'kind' => 'mail', 'key' => 'report-1-restored',
            'payload' => json_encode([
                'to' => 'kari@example.com', 'subject' => 'Vehicle lanes work again',
                'text' => "Hello Kari,\n\nKøene er åpne igjen.",
            ]),
            'made_at' => now(), 'due_at' => now(), 'rank' => 9,
        ]);
        $this->deliver();
        self::assertNotNull(DB::table('outbox')->value('sent_at'), (string) DB::table('outbox')->value('error'));
        $mail = $this->arrived();
        foreach ([
            'To: kari@example.com', 'Subject: Vehicle lanes work again', 'Message-ID: <report-1-restored@127.0.0.1>',
            'Auto-Submitted: auto-generated', 'Reply-To: answers@eiderholm.example', 'Content-Type: text/plain; charset=utf-8',
            'K=C3=B8ene er =C3=A5pne igjen.',
        ] as $line) {
            self::assertStringContainsString($line, $mail);
        }
        self::assertStringNotContainsString('text/html', $mail);
    }

    public function test_an_update_to_followers_can_be_stopped_by_their_mail_program_and_one_bad_address_stops_no_other(): void
    {
        $this->server();
        $incident = Incident::factory()->create(['service_id' => 'vehicle-lanes']);
        $this->nobodyAnswers();
        $followers = Subscription::factory()->count(20)->create();
        // No server takes this one.
        $followers[3]->update(['address' => 'anna..berg@follower.example']);
        DB::transaction(static fn(): Update => Update::publish([
            'incident_id' => $incident->id, 'number' => 1, 'stage' => 'looking', 'text' => 'Shut at Havre.', 'services' => [],
            'author_id' => 'ingrid-vale',
        ]));
        $this->clock();
        $this->deliver();
        self::assertSame(19, DB::table('deliveries')->whereNotNull('sent_at')->count());
        // Why not, says nothing of whose address it is.
        self::assertStringContainsString(
            '"the address" does not comply', (string) DB::table('outbox')->whereNotNull('error')->value('error')
        );
        self::assertStringNotContainsString('anna', (string) json_encode(DB::table('outbox')->get()));
        $mail = $this->arrived();
        $leave = str_replace("\n ", ' ', $mail);
        self::assertSame(19, substr_count($mail, 'List-Unsubscribe-Post: List-Unsubscribe=One-Click'));
        foreach ([$followers[0], $followers[19]] as $one) {
            self::assertStringContainsString("To: $one->address", $mail);
            self::assertStringContainsString('<'.route('follow.leave', $one->key()).'>', (string) preg_replace('/\n\s+/', '', $leave));
        }
        self::assertStringNotContainsString('text/html', $mail);
    }

    public function test_a_page_by_mail_says_how_to_answer_it(): void
    {
        $this->server();
        (new MailChannel)->send(
            new \stdClass,
            new PageNotification(
                'mail', 'noor@eiderholm.example', 'Noor Lind', "IN-0410, priority 1: Lanes\nsecond", 'https://skarvo.example/p/x',
                'page-7', [1 => 'yes', 2 => 'no'], MailChannel::class,
            ),
        );
        $mail = $this->arrived();
        foreach ([
            'Subject: IN-0410, priority 1: Lanes', 'Message-ID: <page-7@127.0.0.1>', 'Answer it: https://skarvo.example/p/x',
            'Or reply with one of: yes, no.',
        ] as $line) {
            self::assertStringContainsString($line, $mail);
        }
    }

    public function test_what_is_not_set_up_is_trouble_and_never_looks_sent(): void
    {
        config()->set([
            'skarvo.gateways.mail' => null, 'skarvo.gateways.page' => null, 'mail.default' => 'log',
            'mail.from.address' => 'skarvo@eiderholm.example',
        ]);
        self::assertSame(
            ['Pages by push, text message, voice call cannot be sent.', 'Mail cannot be sent.'],
            array_values(array_filter(
                array_column(OwnTrouble::now(), 'what'), static fn(string $what): bool => str_contains($what, 'cannot be sent'),
            )),
        );
        DB::table('outbox')->insert([
            'kind' => 'mail', 'key' => 'x', 'payload' => json_encode(['to' => 'a@b.example', 'subject' => 's', 'text' => 't']),
            'made_at' => now(), 'due_at' => now(), 'rank' => 9,
        ]);
        $this->deliver();
        self::assertNull(DB::table('outbox')->value('sent_at'));
        config()->set(['skarvo.channels.push' => 'mail', 'skarvo.channels.text' => 'mail', 'skarvo.channels.voice' => 'App\\Own\\Voice']);
        self::assertContains(
            'Pages by push, text message cannot be sent.', array_column(OwnTrouble::now(), 'what'),
            'A channel by mail needs a mail server too.',
        );
        $this->expectException(Failed::class);
        PlainMail::send('a@b.example', 's', 't', 'x');
    }
}
