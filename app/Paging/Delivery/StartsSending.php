<?php

declare(strict_types=1);

namespace App\Paging\Delivery;

use GuzzleHttp\Promise\PromiseInterface;

/** A notification channel that does not wait for the other side: what is slow then holds up nothing else. */
interface StartsSending
{
    /** @return PromiseInterface resolves with what the other side said (an array); is rejected with a Failed */
    public function start(PageNotification $page): PromiseInterface;
}
