<?php

declare(strict_types=1);

namespace App\Paging\Delivery;

use App\Paging\Page;
use App\Paging\PagingEntry;
use App\Platform\Contracts\SendsBeside;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Moment;
use App\Platform\Outbox\Endpoint;
use App\Platform\Outbox\Gateway;
use App\Platform\Outbox\Outbox;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Support\Facades\DB;
use Skarvo\Paging\Outcome;

/**
 * Asks the gateway of a way that fails whether it works again, and pages anew on it for whatever nobody has answered.
 *
 * It need not wait for the next page on that way, which may be hours off.
 */
final class ProbePaths implements SendsBeside
{
    public const EVERY_SECONDS = 15;

    /** @var array<string, true> channels that are being asked about */
    private array $asking = [];

    /** @var list<string> channels of which the gateway said yes */
    private array $answered = [];

    /** @var array<string, int> when each was asked about last */
    private array $asked = [];

    public function __construct(private readonly Gateway $gateway) {}

    /** @return int how many ways work again */
    public function step(\Closure $mayWork): int
    {
        foreach ($this->failing() as $channel) {
            $this->asked[$channel] = Moment::now();
            $this->asking[$channel] = true;
            $this->gateway->ask(Endpoint::gateway('page'), ['channel' => $channel])->then(function () use ($channel): void {
                unset($this->asking[$channel]);
                $this->answered[] = $channel;
            }, function () use ($channel): void {
                unset($this->asking[$channel]);
            });
        }
        if ($this->asking !== []) {
            $this->gateway->tick();
        }
        $works = $this->answered;
        foreach ($works as $channel) {
            DB::transaction(static function () use ($channel, $mayWork): void {
                if ($mayWork()) {
                    self::works($channel);
                }
            });
        }
        $this->answered = [];

        return count($works);
    }

    public function isIdle(): bool
    {
        return $this->asking === [] && $this->answered === [];
    }

    /** @return list<string> ways that fail, go through the gateway, and were not asked about lately */
    private function failing(): array
    {
        $channels = DB::table('delivery_paths')->where('works', false)->pluck('channel')->map(strval(...))->all();

        return array_values(array_filter($channels, function (string $channel): bool {
            $driver = config("skarvo.channels.$channel");

            return (! is_string($driver) || $driver === '')
                && ! isset($this->asking[$channel])
                && Moment::now() - ($this->asked[$channel] ?? 0) >= self::EVERY_SECONDS;
        }));
    }

    private static function works(string $channel): void
    {
        if (DB::table('delivery_paths')->where('channel', $channel)->where('works', false)->update([
            'works' => true, 'since' => Moment::precise(now()), 'why' => '',
        ]) === 0) {
            return;
        }
        Journal::write(Actor::system(), PagingEntry::PathWorks, ['path', $channel], ['path' => $channel]);
        self::pageAgain($channel);
    }

    /** One page to each person whom none reached, for each call that nobody has answered. Call it inside a transaction. */
    public static function pageAgain(string $channel): void
    {
        $lost = Page::query()->with(['call.occasion', 'person'])
            ->where('channel', $channel)->whereNotNull('failed_at')->whereNull('answer')
            ->where('expires_at', '>', now())
            ->whereHas('person', static fn(Builder $person) => $person->whereNull('left_at'))
            ->whereHas(
                'call',
                static fn(Builder $call) => $call->whereIn('outcome', [Outcome::Waiting, Outcome::Exhausted])
                    ->whereNull('settled_at')
                    ->whereHas('occasion', static fn(Builder $occasion) => $occasion->whereNull('ended_at')),
            )
            ->whereNotExists(
                static fn($other) => $other->from('pages as other')
                    ->whereColumn('other.call_id', 'pages.call_id')->whereColumn('other.person_id', 'pages.person_id')
                    ->whereNull('other.failed_at'),
            )
            ->orderBy('id')->get()->unique(static fn(Page $page): string => "$page->call_id $page->person_id");
        $now = CarbonImmutable::instance(now());
        foreach ($lost as $page) {
            $again = Page::issue(
                [...$page->only(['call_id', 'person_id', 'channel', 'address', 'round', 'step']), 'kind' => 'again'], $now,
            );
            Outbox::put(
                'page', "page-$again->id",
                ['page' => $again->id, 'channel' => $channel, 'together' => "$page->person_id $channel $page->address"], $now,
                $page->call->occasion->priority ?? Outbox::LAST,
            );
            Journal::write(
                Actor::system(), PagingEntry::PageAgain, ['page', $again->id],
                ['person' => $page->person_id, 'channel' => $channel], $page->call?->occasion->record() ?? [],
            );
        }
    }
}
