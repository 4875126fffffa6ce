<?php

declare(strict_types=1);

namespace App\Platform\Outbox;

/** Signs what is posted, by RFC 9421 (HTTP Message Signatures) with HMAC-SHA256 over a digest of the body by RFC 9530. */
final class Signature
{
    private const KEY = 'skarvo';

    /**
     * @param  int  $at  seconds since the epoch
     * @return array<string, string> headers to send with it
     */
    public static function headers(string $url, string $body, string $key, int $at, #[\SensitiveParameter] string $secret): array
    {
        $digest = 'sha-256=:'.base64_encode(hash('sha256', $body, true)).':';
        $covered = ['@method' => 'POST', '@target-uri' => $url, 'content-digest' => $digest, 'idempotency-key' => $key];
        $parameters = '('.implode(' ', array_map(static fn(string $name): string => "\"$name\"", array_keys($covered)))
            .");created=$at;keyid=\"".self::KEY.'";alg="hmac-sha256"';

        return [
            'Content-Digest' => $digest, 'Signature-Input' => "skarvo=$parameters",
            'Signature' => 'skarvo=:'.base64_encode(self::sign($covered, $parameters, $secret)).':',
        ];
    }

    /**
     * @param  array<string, string>  $covered  what is signed, by the names that the standard gives it
     * @return string bytes
     */
    public static function sign(array $covered, string $parameters, #[\SensitiveParameter] string $secret): string
    {
        $lines = array_map(static fn(string $name, string $value): string => "\"$name\": $value", array_keys($covered), $covered);

        return hash_hmac('sha256', implode("\n", [...$lines, "\"@signature-params\": $parameters"]), $secret, true);
    }
}
