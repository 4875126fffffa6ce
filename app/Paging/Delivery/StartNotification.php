<?php

declare(strict_types=1);

namespace App\Paging\Delivery;

use App\Platform\Outbox\OwnProcess;
use GuzzleHttp\Promise\PromiseInterface;

/** Begins to send something to a device, by the notification channel that is set for its kind. */
final class StartNotification
{
    /**
     * @param  string  $key  the same for the same message, however often it is tried
     * @param  array<int|string, string>  $answers  what can be answered, by the key on a call that says it
     * @return PromiseInterface resolves with what the other side said (an array); is rejected with a Failed
     */
    public static function of(
        string $channel, string $address, string $person, string $text, string $link, string $key, array $answers,
    ): PromiseInterface {
        $driver = config("skarvo.channels.$channel");
        $driver = is_string($driver) && $driver !== '' ? ($driver === 'mail' ? MailChannel::class : $driver) : GatewayChannel::class;
        $notification = new PageNotification($channel, $address, $person, $text, $link, $key, $answers, $driver);
        $carrier = class_exists($driver) ? app($driver) : null;
        if ($carrier instanceof StartsSending) {
            return $carrier->start($notification);
        }

        return app(OwnProcess::class)->start('skarvo:notify', $notification->toJson());
    }
}
