<?php

declare(strict_types=1);

namespace App\Paging\Delivery;

use App\Platform\Outbox\PlainMail;

/** The notification channel for pages by mail, with a mail server of one's own: plain text, and a key by which a repeat is known. */
final class MailChannel
{
    public function send(object $notifiable, PageNotification $page): void
    {
        PlainMail::send(
            $page->address, strtok($page->text, "\n") ?: 'A page',
            "$page->text\n\nAnswer it: $page->link\n".(
                config('mail.reply') ? "\nOr reply with one of: ".implode(', ', $page->answers).".\n" : ''
            ),
            $page->key,
        );
    }
}
