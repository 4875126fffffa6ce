<?php

declare(strict_types=1);

namespace App\Platform\Outbox;

use GuzzleHttp\Handler\CurlMultiHandler;
use GuzzleHttp\Promise\Create;
use GuzzleHttp\Promise\PromiseInterface;
use GuzzleHttp\Promise\Utils;
use Illuminate\Http\Client\PendingRequest;
use Illuminate\Http\Client\Promises\LazyPromise;
use Illuminate\Http\Client\Response;
use Illuminate\Support\Facades\Http;

/** Posts to gateways, many at a time: one that hangs holds up nobody else. */
final class Gateway
{
    private const CONNECT_SECONDS = 2;

    private const LOOK_MICROSECONDS = 2000;

    private readonly CurlMultiHandler $handler;

    /** @var list<\Closure(): bool> */
    private array $attended = [];

    public function __construct()
    {
        $this->handler = new CurlMultiHandler(['select_timeout' => 0.01]);
    }

    /**
     * @param  array<string, mixed>  $body
     * @param  string  $key  by which the other side tells a repeat
     * @return PromiseInterface resolves with the answer's body; is rejected with a Failed
     */
    public function post(Endpoint $to, array $body, string $key): PromiseInterface
    {
        if (! $to->isSet()) {
            return Create::rejectionFor(new Failed('no gateway is set for it'));
        }
        $json = json_encode($body, JSON_THROW_ON_ERROR | JSON_INVALID_UTF8_SUBSTITUTE | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES);

        return $this->postTo($to->url, $json, [
            'Idempotency-Key' => $key,
            ...($to->secret === '' ? [] : Signature::headers($to->url, $json, $key, now()->getTimestamp(), $to->secret)),
        ]);
    }

    /**
     * @param  array<string, string>  $headers  by which the other side tells a repeat, and that it is ours
     * @return PromiseInterface as above
     */
    public function postTo(string $url, string $json, array $headers): PromiseInterface
    {
        // Where it is sent on to, nobody has agreed to.
        return self::told(
            $this->request()->withoutRedirecting()->withHeaders($headers)->withBody($json, 'application/json')->post($url),
        );
    }

    /**
     * Asks whether it takes messages, without sending any.
     *
     * @param  array<string, string>  $about
     * @return PromiseInterface resolves if it says yes; is rejected with a Failed
     */
    public function ask(Endpoint $of, array $about): PromiseInterface
    {
        if (! $of->isSet()) {
            return Create::rejectionFor(new Failed('no gateway is set for it'));
        }

        return self::told($this->request()->get($of->url, $about));
    }

    private function request(): PendingRequest
    {
        return Http::async()->setHandler($this->handler)
            ->timeout(config()->integer('skarvo.gateways.timeout_seconds'))->connectTimeout(self::CONNECT_SECONDS);
    }

    private static function told(mixed $promise): PromiseInterface
    {
        if (! $promise instanceof PromiseInterface) {
            throw new \LogicException('What is asynchronous gives a promise.');
        }

        return ($promise instanceof LazyPromise ? $promise->buildPromise() : $promise)->then(static function (mixed $answer): array {
            if (! $answer instanceof Response) {
                throw new Failed('did not answer');
            }
            if (! $answer->successful()) {
                throw new Failed("answered {$answer->status()}");
            }
            $body = $answer->json();

            return is_array($body) ? $body : [];
        });
    }

    /**
     * Has something else looked at with each tick.
     *
     * @param  \Closure(): bool  $look  says whether it has come to its end
     */
    public function attend(\Closure $look): void
    {
        $this->attended[] = $look;
    }

    /** Lets what is under way go on for a moment. */
    public function tick(): void
    {
        $this->handler->tick();
        if ($this->attended !== []) {
            usleep(self::LOOK_MICROSECONDS);
            $attended = $this->attended;
            $this->attended = [];
            // What comes to its end may begin another, which is attended to from now on.
            $open = array_values(array_filter($attended, static fn(\Closure $look): bool => ! $look()));
            $this->attended = [...$open, ...$this->attended];
        }
        Utils::queue()->run();
    }
}
