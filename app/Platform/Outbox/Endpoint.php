<?php

declare(strict_types=1);

namespace App\Platform\Outbox;

/** Where messages of a kind are posted to, and the secret by which the other side knows that they are ours. */
final readonly class Endpoint
{
    public function __construct(public string $url, #[\SensitiveParameter] public string $secret = '') {}

    /** @param  string  $name  of a gateway in the configuration */
    public static function gateway(string $name): self
    {
        $text = static fn(string $key): string => is_string($value = config("skarvo.gateways.$key")) ? $value : '';

        return new self($text($name), $text('secret'));
    }

    public function isSet(): bool
    {
        return $this->url !== '';
    }
}
