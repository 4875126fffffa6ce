<?php

declare(strict_types=1);

namespace App\Platform\Outbox;

use Illuminate\Console\Command;

/** Sends the mails that it reads, over one connection, and says of each what became of it as soon as it is known. See OwnProcess. */
final class SendMails extends Command
{
    protected $signature = 'skarvo:mails';

    protected $description = 'Send the mails that are given as JSON on the standard input; the sender does so';

    protected $hidden = true;

    public function handle(): int
    {
        $mails = json_decode((string) stream_get_contents(STDIN), true, 5, JSON_THROW_ON_ERROR);
        foreach (is_array($mails) ? $mails : [] as $name => $mail) {
            $this->output->writeln(
                (string) json_encode([(string) $name, self::send(is_array($mail) ? $mail : [])], JSON_INVALID_UTF8_SUBSTITUTE)
            );
        }

        return self::SUCCESS;
    }

    /**
     * @param  array<array-key, mixed>  $mail
     * @return string why it was not sent; empty if it was
     */
    private static function send(array $mail): string
    {
        $text = static fn(string $name): string => is_string($mail[$name] ?? null) ? $mail[$name] : '';
        try {
            PlainMail::send(
                $text('to'), $text('subject'), $text('text'), $text('key'), $text('message_id') ?: null,
                ($mail['automatic'] ?? true) !== false, $text('leave') ?: null,
            );
        } catch (\Exception $e) {
            return $e->getMessage() ?: 'broke';
        }

        return '';
    }
}
