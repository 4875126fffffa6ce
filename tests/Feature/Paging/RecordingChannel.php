<?php

declare(strict_types=1);

namespace Tests\Feature\Paging;

use App\Paging\Delivery\PageNotification;

/** A notification channel as somebody would plug it in. */
final class RecordingChannel
{
    /** @var list<PageNotification> */
    public static array $sent = [];

    public static bool $breaks = false;

    public function send(object $notifiable, PageNotification $page): void
    {
        if (self::$breaks) {
            throw new \RuntimeException('the provider is closed');
        }
        self::$sent[] = $page;
    }
}
