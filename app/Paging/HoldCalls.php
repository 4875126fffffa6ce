<?php

declare(strict_types=1);

namespace App\Paging;

use App\Paging\Delivery\DeliveryPaths;
use App\Platform\Contracts\ClockPart;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Entry;
use App\Platform\Journal\Journal;
use App\Platform\Outbox\Outbox;
use App\Platform\Staff\Contact;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Support\Facades\DB;
use Skarvo\Paging\HappeningKind;
use Skarvo\Paging\Hold;
use Skarvo\Paging\HoldStep;
use Skarvo\Paging\Outcome;
use Skarvo\Paging\Ways;

/** Holds people to their yes: asks again where nothing is done, and takes a call back from whoever stays silent. */
final class HoldCalls implements ClockPart
{
    /** What somebody says about a call is no work on what it is about. */
    private const NO_DEEDS = [
        PagingEntry::CallAcknowledged, PagingEntry::CallLater, PagingEntry::CallHanded, PagingEntry::CallDeclined,
        PagingEntry::CallStarted,
    ];

    public function __construct(private readonly FollowCall $follow) {}

    public function name(): string
    {
        return 'holds';
    }

    public function whileBroken(): string
    {
        return 'Nobody is asked whether they are on it.';
    }

    /** @return int how many calls were looked at */
    public function __invoke(\Closure $mayWork): int
    {
        $due = Call::query()->where('hold_due_at', '<=', now())->orderBy('hold_due_at')->limit(100)->pluck('id');
        foreach ($due as $id) {
            DB::transaction(function () use ($id, $mayWork): void {
                if ($mayWork()) {
                    $this->look(Call::query()->with('occasion')->findOrFail((int) $id));
                }
            });
        }

        return $due->count();
    }

    /** Somebody said yes, and begins at once or then. Call it inside a transaction. */
    public static function begin(Call $call, ?CarbonImmutable $beginsAt): void
    {
        $now = CarbonImmutable::instance(now());
        $call->update([
            'held_since' => $now, 'begins_at' => $beginsAt, 'asked_at' => null,
            'hold_due_at' => $beginsAt ?? $now->addSeconds($call->patience_seconds),
        ]);
    }

    public static function forget(Call $call): void
    {
        $call->update(['held_since' => null, 'begins_at' => null, 'asked_at' => null, 'hold_due_at' => null]);
    }

    private function look(Call $call): void
    {
        $holder = $call->held_by;
        if ($call->outcome !== Outcome::Acknowledged || $holder === null || $call->held_since === null) {
            self::forget($call);

            return;
        }
        $hold = new Hold(
            $call->held_since->getTimestamp(), $call->patience_seconds, $call->answer_seconds, $call->begins_at?->getTimestamp(),
        );
        $deeds = Entry::query()->about($call->occasion->kind, $call->occasion->record_id)
            ->where('actor_id', $holder)->where('at', '>', $call->held_since)->whereNotIn('kind', self::NO_DEEDS)
            ->pluck('at');
        $next = $hold->next(
            array_values($deeds->map(static fn(\DateTimeInterface $at): int => $at->getTimestamp() + 1)->all()),
            $call->asked_at?->getTimestamp(),
        );
        if ($next === null) {
            $call->update(['hold_due_at' => null]);

            return;
        }
        [$at, $step] = $next;
        if ($at > now()->getTimestamp()) {
            $call->update(['hold_due_at' => CarbonImmutable::createFromTimestampUTC($at)]);

            return;
        }
        $step === HoldStep::Ask ? $this->ask($call, $holder) : $this->release($call, $holder);
    }

    private function ask(Call $call, string $holder): void
    {
        $way = self::ways($call, $holder)[0] ?? null;
        if ($way === null) {
            // Whoever cannot be asked cannot be held to it.
            $this->release($call, $holder);

            return;
        }
        Journal::write(
            Actor::system(), PagingEntry::CallAskedAgain, ['call', $call->id], ['person' => $holder],
            $call->occasion->record(),
        );
        $now = CarbonImmutable::instance(now());
        $call->update(['asked_at' => $now, 'hold_due_at' => $now->addSeconds($call->answer_seconds)]);
        self::page($call, $holder, $way, $now);
    }

    /** The question came back: it goes another way, as long as somebody waits for its answer. Call it inside a transaction. */
    public static function askOtherwise(Page $page): void
    {
        $call = Call::query()->with('occasion')->find($page->call_id);
        if ($call?->asked_at === null || $call->outcome !== Outcome::Acknowledged || $call->held_by !== $page->person_id) {
            return;
        }
        $tried = Page::query()->where('call_id', $call->id)->where('kind', 'ask')->where('person_id', $page->person_id)
            ->where('at', '>=', $call->asked_at)->get()->map(self::way(...))->all();
        $way = Ways::untried(self::ways($call, $page->person_id), array_values($tried));
        if ($way !== null) {
            self::page($call, $page->person_id, $way, CarbonImmutable::instance(now()));
        }
    }

    /**
     * How somebody can be asked; they may have answered in a call that was handed to them from this one.
     *
     * @return list<array{string, string}> channel and address
     */
    private static function ways(Call $call, string $holder): array
    {
        $answered = self::pages($call, $holder)->whereNotNull('answer')
            ->orderByDesc('delivered_at')->orderByDesc('id')->get()->map(self::way(...));
        $contacts = Contact::query()->where('person_id', $holder)->orderBy('after_seconds')->orderBy('id')->get()
            ->map(static fn(Contact $one): array => [$one->channel, $one->address]);

        return Ways::toAsk(array_values($answered->all()), array_values($contacts->all()), DeliveryPaths::broken());
    }

    /** @return Builder<Page> those of somebody, in the call and in those that were handed on from it */
    private static function pages(Call $call, string $person): Builder
    {
        return Page::query()->where('person_id', $person)->where(static fn(Builder $any) => $any->where('call_id', $call->id)->orWhereIn(
            'call_id', Call::query()->where('handed_from', $call->id)->select('id'),
        ));
    }

    /** @return array{string, string} channel and address */
    private static function way(Page $page): array
    {
        return [$page->channel, $page->address];
    }

    /** @param  array{string, string}  $way  channel and address */
    private static function page(Call $call, string $holder, array $way, CarbonImmutable $now): void
    {
        $page = Page::issue(
            [
                'call_id' => $call->id, 'kind' => 'ask', 'person_id' => $holder, 'channel' => $way[0], 'address' => $way[1],
                'round' => $call->round, 'step' => $call->step,
            ],
            $now,
        );
        Outbox::put(
            'page', "page-$page->id", ['page' => $page->id, 'channel' => $page->channel], $now, $call->occasion->priority,
        );
    }

    private function release(Call $call, string $holder): void
    {
        Journal::write(Actor::system(), PagingEntry::CallReleased, ['call', $call->id], ['person' => $holder], $call->occasion->record());
        self::pages($call, $holder)->update(['answer' => null]);
        self::forget($call);
        $this->follow->happens($call, HappeningKind::Released, $holder);
    }
}
