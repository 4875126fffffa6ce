<?php

declare(strict_types=1);

namespace App\Tickets;

use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Journal\PlatformEntry;
use App\Platform\Outbox\Outbox;
use App\Tickets\Languages\Translator;
use Skarvo\Tickets\LanguageGuess;
use Skarvo\Tickets\Phrase;
use Skarvo\Value\Language;

/**
 * What is said to whoever reported something, on the way that reaches them: by mail if they left an address, and in the
 * thread of a chat if it began there. Call it inside a transaction.
 */
final class TellReporter
{
    /** In the thread where it began, if it began in one; nothing by mail. */
    public static function inChat(Ticket $ticket, string $key, string $text): void
    {
        $report = $ticket->reported();
        if ($report->chat_thread !== null) {
            Outbox::put('chat', "chat-$key", [
                'channel' => $report->chat_channel, 'thread' => $report->chat_thread, 'text' => $text, 'ticket' => $ticket->id,
                'about' => ['report' => $report->id],
            ], now());
        }
    }

    /** In which they read: their own, as far as it is known, or they write it beyond doubt, and we have words in it. */
    public static function language(Ticket $ticket): Language
    {
        $report = $ticket->reported();

        return Language::of((string) $report->language) ?? LanguageGuess::of($report->what) ?? Translator::own();
    }

    /**
     * @param  Phrase  $ends  what stands before the address of their page
     * @param  bool  $isAutomatic  no person wrote it: the mail says so, and nothing answers it
     */
    public static function put(Ticket $ticket, string $key, Phrase $subject, string $text, Phrase $ends, bool $isAutomatic = false): void
    {
        $report = $ticket->reported();
        $language = self::language($ticket);
        $subject = $subject->in($language, $ticket->ref());
        $text .= "\n\n{$ends->in($language)} ".route('report.follow', $report->key());
        self::inChat($ticket, $key, $text);
        if ($report->email === null) {
            return;
        }
        Journal::write(
            Actor::system(), PlatformEntry::MailQueued, ['report', $report->id],
            ['mail' => $key, 'to' => $report->email, 'subject' => $subject], [Ticket::KIND => $ticket->id],
        );
        Outbox::put('mail', $key, [
            'to' => $report->email, 'subject' => $subject, 'about' => ['report' => $report->id],
            // What answers it finds its ticket by this.
            'message_id' => "{$report->mailKey()}.$key@".(parse_url(config()->string('app.url'), PHP_URL_HOST) ?: 'skarvo'),
            'automatic' => $isAutomatic,
            'text' => Phrase::Hello->in($language).($report->name === null ? '' : " $report->name").",\n\n$text\n",
        ], now());
    }
}
