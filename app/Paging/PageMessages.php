<?php

declare(strict_types=1);

namespace App\Paging;

use App\Paging\Delivery\DeliveryPaths;
use App\Paging\Delivery\NoteDelivery;
use App\Paging\Delivery\StartNotification;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Outbox\Failed;
use App\Platform\Outbox\Messages;
use App\Platform\Outbox\OutboxMessage;
use App\Platform\Person;
use Carbon\CarbonImmutable;
use GuzzleHttp\Promise\Create;
use GuzzleHttp\Promise\PromiseInterface;
use Illuminate\Support\Collection;
use Illuminate\Support\Facades\DB;
use Skarvo\Time\Backoff;

/** Pages on their way to a device, by the notification channel that is set for their kind. */
final class PageMessages implements Messages
{
    /** Twice, then the next contact: at three in the morning a minute of trying again is a minute lost. */
    private const AT_ONCE = 64;

    private const ATTEMPTS = 2;

    private const LISTED = 5;

    public function __construct(private readonly NoteDelivery $note) {}

    public function kind(): string
    {
        return 'page';
    }

    public function together(OutboxMessage $message): ?string
    {
        return is_string($message->payload['together'] ?? null) ? $message->payload['together'] : null;
    }

    public function gathered(OutboxMessage $lead, array $parts): void
    {
        Page::query()->whereKey(array_map(self::id(...), $parts))->update(['lead_id' => self::id($lead)]);
    }

    public function send(array $messages): array
    {
        $ids = [];
        foreach ($messages as $message) {
            $ids[$message->id] = array_map(self::id(...), [$message, ...$message->parts]);
        }
        $pages = self::rows(array_merge(...array_values($ids)));
        $batch = new CallBatch;
        $sending = [];
        foreach ($messages as $message) {
            $all = array_values(array_filter(array_map($pages->get(...), $ids[$message->id])));
            $page = $all[0] ?? throw new \LogicException('A message has its page.');
            $sending[$message->id] = $page->left_at !== null
                ? Create::rejectionFor(new Failed('has left'))
                : self::start($page, $all, $message->key, $batch);
        }

        return $sending;
    }

    /**
     * What goes out with pages. Thousands may in one second: rows, not models.
     *
     * @param  list<int>  $ids
     * @return Collection<array-key, \stdClass> by id
     */
    private static function rows(array $ids): Collection
    {
        return DB::table('pages')->leftJoin('calls', 'calls.id', '=', 'pages.call_id')
            ->leftJoin('occasions', 'occasions.id', '=', 'calls.occasion_id')
            ->leftJoin('people', 'people.id', '=', 'pages.person_id')
            ->leftJoin('people as callers', 'callers.id', '=', 'calls.called_by')
            ->whereIn('pages.id', $ids)->get([
                'pages.id', 'pages.kind', 'pages.channel', 'pages.address', 'pages.token', 'pages.expires_at', 'people.name',
                'people.left_at', 'calls.reason', 'callers.name as caller', 'occasions.ref', 'occasions.priority', 'occasions.title',
            ])->keyBy('id');
    }

    /** @param  non-empty-list<\stdClass>  $all  that go out as one with it */
    private static function start(\stdClass $page, array $all, string $key, CallBatch $batch): PromiseInterface
    {
        $model = static fn(): Page => Page::query()->with(['call', 'person'])->findOrFail((int) $page->id);

        return StartNotification::of(
            (string) $page->channel, (string) $page->address, (string) $page->name, self::text($all),
            $page->expires_at === null
                ? $model()->link()
                : Page::linkBy((string) $page->token, new \DateTimeImmutable("$page->expires_at UTC")),
            $key,
            Answers::offered((string) $page->kind, (string) $page->channel, static fn(): ?Person => Answers::next($model(), $batch)),
        );
    }

    public function mostAtOnce(): int
    {
        return self::AT_ONCE;
    }

    public function backoff(OutboxMessage $message): Backoff
    {
        $channel = $message->payload['channel'] ?? null;

        return Backoff::pressing(is_string($channel) && ! DeliveryPaths::works($channel) ? 1 : self::ATTEMPTS);
    }

    public function sent(array $sent): void
    {
        // Thousands may go out in one second: rows, not models.
        $ids = array_map(static fn(array $one): int => self::id($one[0]), $sent);
        $pages = DB::table('pages')->leftJoin('calls', 'calls.id', '=', 'pages.call_id')
            ->leftJoin('occasions', 'occasions.id', '=', 'calls.occasion_id')
            ->whereIn('pages.id', $ids)
            ->get(['pages.id', 'pages.person_id', 'pages.channel', 'pages.at', 'occasions.kind', 'occasions.record_id'])->keyBy('id');
        $now = CarbonImmutable::instance(now());
        $seconds = static fn(string $at): float => (float) (new \DateTimeImmutable("$at UTC"))->format('U.v');
        $confirm = $entries = [];
        foreach ($sent as $i => [$message, $answer]) {
            $page = $pages->get($ids[$i]) ?? throw new \LogicException('A message has its page.');
            $patience = config("skarvo.confirm_seconds.$page->channel");
            $confirm[($answer['confirms'] ?? false) === true && is_int($patience) ? $patience : 0][] = $page->id;
            // A page is due in a whole second; one that was decided on within that second was not late by it.
            $from = max((string) $page->at, (string) $message->getRawOriginal('made_at'));
            $delay = max(0, (float) $now->format('U.v') - $seconds($from));
            $entries[] = [
                'kind' => PagingEntry::PageSent, 'id' => $page->id,
                'facts' => ['person' => $page->person_id, 'channel' => $page->channel, 'delay' => (float) round($delay, 3)],
                'also' => $page->kind === null ? [] : [(string) $page->kind => (int) $page->record_id],
            ];
        }
        foreach ($confirm as $patience => $ids) {
            Page::query()
                ->whereKey($ids)
                ->update(['sent_at' => $now, 'confirm_by' => $patience === 0 ? null : $now->addSeconds($patience)]);
        }
        Journal::writeMany(Actor::system(), 'page', $entries);
        // What nobody confirms has arrived, as far as is known.
        foreach ($pages->whereIn('id', $confirm[0] ?? [])->pluck('channel')->unique() as $channel) {
            DeliveryPaths::judge($channel);
        }
    }

    public function failed(OutboxMessage $message, string $error): void
    {
        $this->note->cameBack(Page::query()->with(['call.occasion', 'person'])->findOrFail(self::id($message)), $error);
    }

    /** @param  list<\stdClass>  $pages */
    private static function text(array $pages): string
    {
        $told = array_map(self::line(...), $pages);

        return match (true) {
            count($told) === 1 => $told[0],
            default => count($told)." pages. \n".implode("\n", array_slice($told, 0, self::LISTED)).(
                count($told) > self::LISTED ? "\nand ".(count($told) - self::LISTED).' more' : ''
            ),
        };
    }

    private static function line(\stdClass $page): string
    {
        return match (true) {
            $page->ref === null => 'A test of how you are reached. Answer yes if it arrived.',
            $page->kind === 'ask' => "$page->ref: you took it, and nothing was done since. Are you on it? $page->title",
            default => "$page->ref, priority $page->priority: $page->title".(
                $page->reason === '' ? '' : ' ('.($page->caller ?? 'Skarvo').": $page->reason)"
            ),
        };
    }

    private static function id(OutboxMessage $message): int
    {
        return is_int($message->payload['page'] ?? null)
            ? $message->payload['page']
            : throw new \LogicException('A message of a page names it.');
    }
}
