<?php

declare(strict_types=1);

namespace App\Platform\Outbox;

use GuzzleHttp\Promise\PromiseInterface;

/** Mails on their way: to the mail gateway if one is set, else to the mail server (SMTP), several over one connection. */
final readonly class StartMails
{
    /** So many wait for one server that hangs; and a few processes share what is due. */
    private const TOGETHER = 16;

    public function __construct(private Gateway $gateway, private OwnProcess $process) {}

    /**
     * @param  array<int, array{to: string, subject: string, text: string, key: string, message_id?: string|null, automatic?: bool, leave?: string|null}>  $mails  leave: see PlainMail
     * @return array<int, PromiseInterface> resolves with what the other side said; is rejected with a Failed
     */
    public function __invoke(array $mails): array
    {
        $gateway = Endpoint::gateway('mail');
        if ($gateway->isSet() || ! PlainMail::isSetUp()) {
            return array_map(
                fn(array $mail): PromiseInterface => $this->gateway->post($gateway, array_diff_key($mail, ['key' => true]), $mail['key']),
                $mails,
            );
        }
        $sending = [];
        foreach (array_chunk($mails, self::TOGETHER, true) as $some) {
            $sending += $this->process->startMany('skarvo:mails', $some);
        }

        return $sending;
    }
}
