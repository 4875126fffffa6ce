<?php

declare(strict_types=1);

namespace App\Updates\Following;

use App\Platform\Refused;

/** Where a webhook may go: to somebody else, encrypted. What is inside our own network answers whoever asks from inside. */
final class WebhookAddress
{
    /** @throws Refused */
    public static function check(string $url): void
    {
        $parts = parse_url($url);
        $scheme = is_array($parts) ? $parts['scheme'] ?? '' : '';
        $host = trim(is_array($parts) ? $parts['host'] ?? '' : '', '[]');
        if ($host === '' || ! in_array($scheme, ['https', 'http'], true) || isset($parts['user']) || isset($parts['pass'])) {
            throw Refused::because(
                'Write the whole address, such as https://partner.example/updates, without a name and a password in it.', 'address'
            );
        }
        if ((bool) config('skarvo.webhooks_inside')) {
            return;
        }
        if ($scheme !== 'https') {
            throw Refused::because('What goes to others goes encrypted: an address that begins with https.', 'address');
        }
        $addresses = filter_var($host, FILTER_VALIDATE_IP) !== false ? [$host] : (gethostbynamel($host) ?: []);
        if ($addresses === []) {
            throw Refused::because("There is no server $host, as far as can be seen from here.", 'address');
        }
        foreach ($addresses as $one) {
            if (filter_var($one, FILTER_VALIDATE_IP, FILTER_FLAG_NO_PRIV_RANGE | FILTER_FLAG_NO_RES_RANGE) === false) {
                throw Refused::because("$host is inside our own network. Webhooks go to others.", 'address');
            }
        }
    }
}
