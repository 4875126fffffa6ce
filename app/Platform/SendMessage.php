<?php

declare(strict_types=1);

namespace App\Platform;

use App\Paging\PageMessages;
use App\Updates\MailMessages;
use Illuminate\Bus\Queueable;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Bus\Dispatchable;
use Illuminate\Http\Client\ConnectionException;
use Illuminate\Http\Client\RequestException;
use Illuminate\Queue\InteractsWithQueue;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Http;

/**
 * Sends one message of the outbox to its gateway.
 *
 * The gateway sees the message's key: a crash between sending and marking makes it come again under the same key.
 */
final class SendMessage implements ShouldQueue
{
    use Dispatchable;
    use InteractsWithQueue;
    use Queueable;

    private const MOST_ATTEMPTS = 4;

    public int $tries = 0;

    public int $timeout = 12;

    /** Seconds between two tries of a job that broke for a reason that nobody foresaw. */
    public int $backoff = 5;

    public function __construct(public readonly int $message) {}

    public function handle(): void
    {
        $message = OutboxMessage::query()->find($this->message);
        if ($message === null || $message->sent_at !== null || $message->failed_at !== null) {
            return;
        }
        if ($message->due_at->isFuture()) {
            $this->release($message->due_at);

            return;
        }
        $messages = self::kind($message->kind);
        $message->update(['attempts' => $message->attempts + 1, 'tried_at' => now()]);
        try {
            $this->post($message, $messages->body($message));
        } catch (ConnectionException|RequestException $e) {
            $this->fails($message, $messages, $e instanceof RequestException ? 'answered '.$e->response->status() : 'did not answer');

            return;
        }
        DB::transaction(static function () use ($message, $messages): void {
            if (OutboxMessage::query()->whereKey($message->id)->whereNull('sent_at')->update(['sent_at' => now(), 'error' => null]) === 1) {
                $messages->sent($message->refresh());
            }
        });
    }

    /**
     * @param  array<string, mixed>  $body
     *
     * @throws ConnectionException
     * @throws RequestException
     */
    private function post(OutboxMessage $message, array $body): void
    {
        $url = config("skarvo.gateways.$message->kind");
        if (! is_string($url) || $url === '') {
            throw new ConnectionException("No gateway is set for $message->kind.");
        }
        Http::timeout(config()->integer('skarvo.gateways.timeout_seconds'))->connectTimeout(2)
            ->withHeaders(['Idempotency-Key' => $message->key])
            ->post($url, $body)->throw();
    }

    private function fails(OutboxMessage $message, Messages $messages, string $error): void
    {
        DB::transaction(static function () use ($message, $messages, $error): void {
            $isLast = $message->attempts >= self::MOST_ATTEMPTS;
            $message->update(['error' => $error, 'failed_at' => $isLast ? now() : null]);
            $isLast
                ? $messages->failed($message, $error)
                : self::dispatch($message->id)->delay(now()->addSeconds($message->attempts));
        });
    }

    private static function kind(string $kind): Messages
    {
        return match ($kind) {
            'page' => app(PageMessages::class),
            'mail' => app(MailMessages::class),
            default => throw new \LogicException("Nothing knows how to send a $kind."),
        };
    }
}
