<?php

declare(strict_types=1);

namespace App\Paging\Delivery;

use Illuminate\Console\Command;
use Illuminate\Support\Facades\Notification;

/** Sends the one page that it reads, by the notification channel that is set for its kind. See OwnProcess. */
final class NotifyOne extends Command
{
    protected $signature = 'skarvo:notify';

    protected $description = 'Send the page that is given as JSON on the standard input; the sender does so';

    protected $hidden = true;

    public function handle(): int
    {
        $page = PageNotification::fromJson((string) stream_get_contents(STDIN));
        try {
            Notification::route($page->via()[0], $page->address)->notifyNow($page);
        } catch (\Exception $e) {
            fwrite(STDERR, $e->getMessage());

            return self::FAILURE;
        }

        return self::SUCCESS;
    }
}
