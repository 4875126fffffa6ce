<?php

declare(strict_types=1);

namespace Skarvo\Tickets\Mail;

/**
 * Whether a machine wrote a mail: an absence notice, a bounce, a list. To these nothing is answered, and they are no
 * report; two machines would write to each other for ever (RFC 3834, sections 2 and 5; RFC 2919; RFC 3464).
 */
final class Automatic
{
    /** Names before the @ of whoever is no person. */
    private const MACHINES = '/^(mailer-daemon|postmaster|no-?reply|do-?not-?reply|bounces?([+-].*)?|.*-(bounces|request|owner))$/i';

    /**
     * @param  array<string, string>  $headers  by their names in lower case
     * @param  string  $from  the address of the sender
     */
    public static function is(array $headers, string $from): bool
    {
        $value = static fn(string $name): string => strtolower(trim($headers[$name] ?? ''));
        $submitted = trim(explode(';', $value('auto-submitted'))[0]);

        return $submitted !== '' && $submitted !== 'no'
            || in_array($value('precedence'), ['bulk', 'junk', 'list', 'auto_reply'], true)
            || isset($headers['list-id']) || isset($headers['list-unsubscribe'])
            || isset($headers['x-auto-response-suppress']) && $value('x-auto-response-suppress') !== 'none'
            || isset($headers['x-autoreply']) || isset($headers['x-autorespond'])
            // A bounce has no sender to answer to.
            || $value('return-path') === '<>'
            || str_starts_with($value('content-type'), 'multipart/report')
            || $from === '' || preg_match(self::MACHINES, explode('@', $from)[0]) === 1;
    }
}
