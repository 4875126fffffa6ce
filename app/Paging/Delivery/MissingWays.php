<?php

declare(strict_types=1);

namespace App\Paging\Delivery;

use App\Platform\Outbox\PlainMail;
use Illuminate\Support\Facades\DB;

/** Ways of sending that nobody has set up: what goes out by them reaches nobody, and that has to be known before it is needed. */
final class MissingWays
{
    /** @return list<array{what: string, does: string}> */
    public static function told(): array
    {
        $told = [];
        $page = (string) config('skarvo.gateways.page');
        $used = DB::table('contacts')->distinct()->orderBy('channel')->pluck('channel')->map(strval(...))->all();
        $without = array_values(array_filter($used, static function (string $channel) use ($page): bool {
            $driver = (string) (is_string($set = config("skarvo.channels.$channel")) ? $set : '');

            return $driver === '' ? $page === '' : $driver === 'mail' && ! PlainMail::isSetUp();
        }));
        if ($without !== []) {
            $told[] = [
                'what' => 'Pages by '.implode(', ', array_map(DeliveryPaths::words(...), $without)).' cannot be sent.',
                'does' => 'Nothing that carries them is set up: SKARVO_PAGE_GATEWAY, or a channel of its own. See docs/running.md, "Gateways".',
            ];
        }
        if ((string) config('skarvo.gateways.mail') === '' && ! PlainMail::isSetUp()) {
            $told[] = [
                'what' => 'Mail cannot be sent.',
                'does' => 'Neither SKARVO_MAIL_GATEWAY nor a mail server (MAIL_HOST and MAIL_FROM_ADDRESS) is set. Reporters, owners and people on the rota are told nothing.',
            ];
        }

        return $told;
    }
}
