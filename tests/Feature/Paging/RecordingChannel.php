<?php

declare(strict_types=1);

namespace Tests\Feature\Paging;

use App\Paging\Delivery\PageNotification;

/** A notification channel as somebody would plug it in. What it does is told by the environment, as it runs in a process of its own. */
final class RecordingChannel
{
    /** A file: what was sent, a JSON text a line. */
    public const FILE = 'RECORDING_CHANNEL_FILE';

    /** sends, breaks, or hangs as long as the file is there */
    public const DOES = 'RECORDING_CHANNEL_DOES';

    public function send(object $notifiable, PageNotification $page): void
    {
        $does = getenv(self::DOES);
        if ($does === 'breaks') {
            throw new \RuntimeException('the provider is closed');
        }
        $file = (string) getenv(self::FILE);
        while ($does === 'hangs' && is_file($file)) {
            usleep(10_000);
            clearstatcache();
        }
        file_put_contents($file, $page->toJson()."\n", FILE_APPEND | LOCK_EX);
    }
}
