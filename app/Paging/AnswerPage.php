<?php

declare(strict_types=1);

namespace App\Paging;

use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Person;
use App\Platform\Refused;
use App\Platform\Staff\NamedPeople;
use Carbon\CarbonImmutable;
use Illuminate\Support\Facades\DB;
use Skarvo\Paging\HappeningKind;
use Skarvo\Paging\Outcome;
use Skarvo\Paging\Reply;
use Skarvo\Paging\ReplyKind;

/** A person who was paged answers: yes, no, in so many minutes, or hand it to somebody. */
final class AnswerPage
{
    public function __construct(private readonly FollowCall $follow, private readonly StartCall $start) {}

    /**
     * @param  'page'|'text'|'mail'|'key'|'chat'|'room'  $how
     * @param  list<int>  $also  ids of further pages of theirs that it stands for
     * @return bool false if it was answered so before, or what it is about is over
     *
     * @throws Refused if they have left, or nobody, or more than one, is meant by whom they named
     */
    public function __invoke(Page $page, Reply $reply, string $how, string $why = '', array $also = []): bool
    {
        return DB::transaction(function () use ($page, $reply, $how, $why, $also): bool {
            $answered = false;
            if (Person::query()->whereKey($page->person_id)->whereNotNull('left_at')->exists()) {
                throw Refused::because('You are not called any more. Nothing was changed: whoever is called now has it.');
            }
            $to = $reply->kind === ReplyKind::HandTo ? self::to($page, $reply->to) : null;
            foreach (
                Page::query()->with(['call.occasion', 'call.team', 'person'])
                    ->where('person_id', $page->person_id)->whereKey([$page->id, ...$also])->orderBy('id')
                    ->get() as $one
            ) {
                $answered = $this->one($one, $reply, $to, $how, $why) || $answered;
            }

            return $answered;
        });
    }

    private function one(Page $page, Reply $reply, ?Person $to, string $how, string $why): bool
    {
        $person = $page->person ?? throw new \LogicException('A page has its person.');
        if ($page->call === null) {
            return self::test($page, $person, $how);
        }
        $call = $page->call->inForce();
        if ($call->outcome === Outcome::Resolved || $this->isKnown($page, $call, $reply, $to)) {
            return false;
        }
        // One answer stands for all the pages that this person got in this call.
        $calls = array_values(array_unique([$page->call->id, $call->id]));
        $after = self::after($calls, $person);
        Page::query()->whereIn('call_id', $calls)
            ->where('person_id', $person->id)
            ->update([
                'answer' => $reply->kind->value, 'answered_at' => now(), 'answered_how' => $how,
                'answer_why' => mb_substr($why, 0, 500),
            ]);
        $facts = ['person' => $person->id, 'why' => $why, 'after' => $after, 'how' => $how];
        if ($reply->kind === ReplyKind::No) {
            Journal::write(Actor::person($person), PagingEntry::CallDeclined, ['call', $call->id], $facts, $call->occasion->record());
            $this->follow->declines($call, $person->id);

            return true;
        }
        match ($reply->kind) {
            ReplyKind::Later => Journal::write(
                Actor::person($person), PagingEntry::CallLater, ['call', $call->id], [...$facts, 'minutes' => $reply->minutes],
                $call->occasion->record(),
            ),
            ReplyKind::HandTo => Journal::write(
                Actor::person($person), PagingEntry::CallHanded, ['call', $call->id], [...$facts, 'to' => $to?->id],
                $call->occasion->record(),
            ),
            default => Journal::write(
                Actor::person($person), PagingEntry::CallAcknowledged, ['call', $call->id], $facts, $call->occasion->record(),
            ),
        };
        $call->occasion->answered();
        if ($call->held_by !== $person->id) {
            $this->follow->happens($call, HappeningKind::Acknowledged, $person->id);
            // What was handed to them they have where it came from.
            $call = $call->inForce();
        }
        if ($to !== null) {
            HoldCalls::forget($call);
            $this->start->handed($call, $to, Actor::person($person));
        } else {
            HoldCalls::begin(
                $call, $reply->kind === ReplyKind::Later ? CarbonImmutable::instance(now())->addMinutes($reply->minutes) : null,
            );
        }

        return true;
    }

    /** A repeated request, a second click, a gateway that tells twice. */
    private function isKnown(Page $page, Call $call, Reply $reply, ?Person $to): bool
    {
        return match ($reply->kind) {
            ReplyKind::Yes => $page->answer === 'yes' && $call->held_by === $page->person_id && $page->kind !== 'ask',
            ReplyKind::No => $page->answer === 'no' && $call->held_by !== $page->person_id,
            ReplyKind::Later => $page->answer === 'later'
                && $call->held_by === $page->person_id
                && abs(($call->begins_at ?? now())->diffInSeconds(now()->addMinutes($reply->minutes))) < 5,
            ReplyKind::HandTo => Call::query()->where('handed_from', $call->id)
                ->where('person_id', $to?->id)->where('outcome', Outcome::Waiting)->exists(),
        };
    }

    private static function test(Page $page, Person $person, string $how): bool
    {
        if ($page->answered_at !== null) {
            return false;
        }
        $page->update(['answer' => 'yes', 'answered_at' => now(), 'answered_how' => $how]);
        Journal::write(
            Actor::person($person), PagingEntry::PageTested, ['person', $person->id],
            ['person' => $person->id, 'channel' => $page->channel, 'how' => $how],
        );

        return true;
    }

    private static function to(Page $page, string $name): Person
    {
        $people = $name === '' ? array_filter([Answers::next($page)]) : NamedPeople::named($name);
        $people = array_values(array_filter($people, static fn(Person $person): bool => $person->id !== $page->person_id));

        return match (count($people)) {
            1 => $people[0],
            0 => throw Refused::because(
                $name === ''
                    ? 'There is nobody to hand it to. Name somebody: hand to …'
                    : "Nobody who can be reached is called \"$name\". You still have the page: answer yes or no, or name somebody else.",
                'to',
            ),
            default => throw Refused::because(
                "\"$name\" may be ".implode(
                    ' or ', array_map(static fn(Person $p): string => $p->name, array_slice($people, 0, 3)),
                ).'. Write the whole name.',
                'to',
            ),
        };
    }

    /**
     * Seconds since the first page that they got.
     *
     * @param  list<int>  $calls
     */
    private static function after(array $calls, Person $person): int
    {
        $first = Page::query()->whereIn('call_id', $calls)->where('person_id', $person->id)->orderBy('id')->first();

        return $first === null ? 0 : max(0, now()->getTimestamp() - $first->at->getTimestamp());
    }
}
