<?php

declare(strict_types=1);

namespace App\Paging\Delivery;

use Illuminate\Notifications\Notification;

/** What goes to a device: a notification of Laravel, so that any notification channel can carry it. */
final class PageNotification extends Notification
{
    /**
     * @param  string  $channel  push, text, voice, mail or chat
     * @param  string  $address  of the device: a number, an address, a name
     * @param  string  $person  whose it is
     * @param  string  $text  what it says, without the link
     * @param  string  $link  signed; opens it without a password
     * @param  string  $key  the same for the same message, however often it comes
     * @param  array<int|string, string>  $answers  what can be answered, by the key on a call that says it
     * @param  string  $driver  the notification channel that carries it
     */
    public function __construct(
        public readonly string $channel,
        public readonly string $address,
        public readonly string $person,
        public readonly string $text,
        public readonly string $link,
        public readonly string $key,
        public readonly array $answers,
        private readonly string $driver,
    ) {}

    /** As a process of its own is given it. */
    public function toJson(): string
    {
        return json_encode(
            [$this->channel, $this->address, $this->person, $this->text, $this->link, $this->key, $this->answers, $this->driver],
            JSON_THROW_ON_ERROR,
        );
    }

    public static function fromJson(string $json): self
    {
        $told = json_decode($json, true, 4, JSON_THROW_ON_ERROR);
        if (! is_array($told) || count($told) !== 8 || ! is_array($told[6])) {
            throw new \InvalidArgumentException('This is no page.');
        }
        [$channel, $address, $person, $text, $link, $key, , $driver] = array_map(
            static fn(mixed $one): string => is_string($one) ? $one : '', array_values($told),
        );

        return new self($channel, $address, $person, $text, $link, $key, array_filter($told[6], is_string(...)), $driver);
    }

    /** @return non-empty-list<string> */
    public function via(): array
    {
        return [$this->driver];
    }

    /** @return array<string, mixed> the body of docs/api.md, "Gateways" */
    public function toGateway(): array
    {
        return [
            'channel' => $this->channel, 'to' => $this->address, 'person' => $this->person, 'text' => $this->text,
            'link' => $this->link, 'answers' => (object) $this->answers,
        ];
    }
}
