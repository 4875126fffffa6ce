<?php

declare(strict_types=1);

namespace App\Platform\Outbox;

use Illuminate\Console\Command;

/** Sends the one mail that it reads. See OwnProcess. */
final class MailOne extends Command
{
    protected $signature = 'skarvo:mail';

    protected $description = 'Send the mail that is given as JSON on the standard input; the sender does so';

    protected $hidden = true;

    public function handle(): int
    {
        $told = json_decode((string) stream_get_contents(STDIN), true, 4, JSON_THROW_ON_ERROR);
        $text = static fn(string $name): string => is_array($told) && is_string($told[$name] ?? null) ? $told[$name] : '';
        try {
            PlainMail::send(
                $text('to'), $text('subject'), $text('text'), $text('key'), $text('message_id') ?: null,
                ! is_array($told) || ($told['automatic'] ?? true) !== false,
            );
        } catch (\Exception $e) {
            fwrite(STDERR, $e->getMessage());

            return self::FAILURE;
        }

        return self::SUCCESS;
    }
}
