<?php

declare(strict_types=1);

namespace App\Platform\Outbox;

use Illuminate\Mail\Message;
use Illuminate\Support\Facades\Mail;

/**
 * Mail as plain text, by the mail server that is set (SMTP). It waits for the server: call it in a process of its own.
 *
 * A repeat after a crash has the same Message-ID, by which mailboxes tell it; Auto-Submitted (RFC 3834) keeps machines
 * from answering it.
 */
final class PlainMail
{
    /** Mailers that only look as if they sent something. */
    private const PRETEND = ['none', 'log', 'array', ''];

    /** Whether there is a server that takes mail. */
    public static function isSetUp(): bool
    {
        $mailer = config('mail.default');

        return is_string($mailer) && ! in_array($mailer, self::PRETEND, true) && (string) config('mail.from.address') !== '';
    }

    /**
     * @param  string|null  $messageId  without its brackets; made from the key if null
     * @param  bool  $isAutomatic  whether no person wrote it
     * @param  string|null  $leave  an address to which a mail program posts when its reader wants no more of these (RFC 8058)
     *
     * @throws Failed|\Symfony\Component\Mailer\Exception\TransportExceptionInterface
     */
    public static function send(
        string $to, string $subject, string $text, string $key, ?string $messageId = null, bool $isAutomatic = true,
        ?string $leave = null,
    ): void {
        if (! self::isSetUp()) {
            throw new Failed('no mail server is set: MAIL_HOST and MAIL_FROM_ADDRESS');
        }
        Mail::raw($text, static function (Message $mail) use ($to, $subject, $key, $messageId, $isAutomatic, $leave): void {
            $mail->to($to)->subject($subject);
            $headers = $mail->getSymfonyMessage()->getHeaders();
            $headers->addIdHeader(
                'Message-ID',
                $messageId ?? preg_replace('/[^A-Za-z0-9._-]/', '-', $key).'@'.(
                    (string) parse_url(config()->string('app.url'), PHP_URL_HOST) ?: 'localhost'
                ),
            );
            if ($isAutomatic) {
                $headers->addTextHeader('Auto-Submitted', 'auto-generated');
            }
            if ($leave !== null) {
                $headers->addTextHeader('List-Unsubscribe', "<$leave>");
                $headers->addTextHeader('List-Unsubscribe-Post', 'List-Unsubscribe=One-Click');
            }
            $reply = config('mail.reply');
            if (is_string($reply) && $reply !== '') {
                $mail->replyTo($reply);
            }
        });
    }
}
