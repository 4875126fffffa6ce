<?php

declare(strict_types=1);

namespace App\Paging;

use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Person;
use Illuminate\Support\Facades\DB;
use Skarvo\Paging\HappeningKind;
use Skarvo\Paging\Outcome;

/** A person who was paged says yes or no. */
final class AnswerPage
{
    public function __construct(private readonly FollowCall $follow) {}

    /** @return bool false if this page was answered so before, or its call is over */
    public function __invoke(Page $page, bool $yes, string $why = ''): bool
    {
        return DB::transaction(function () use ($page, $yes, $why): bool {
            $page = Page::query()->with(['call', 'person'])->findOrFail($page->id);
            $call = $page->call ?? throw new \LogicException('A page has its call.');
            $answer = $yes ? 'yes' : 'no';
            if ($page->answer === $answer || $call->outcome === Outcome::Resolved) {
                return false;
            }
            // One answer stands for all the pages that this person got in this call.
            Page::query()->where('call_id', $call->id)->where('person_id', $page->person_id)->update(['answer' => $answer, 'answered_at' => now()]);
            $person = $page->person ?? throw new \LogicException('A page has its person.');
            $this->follow->happens($call, $yes ? HappeningKind::Acknowledged : HappeningKind::Declined, $person->id);
            $this->tell($call, $person, $yes, $why);

            return true;
        });
    }

    private function tell(Call $call, Person $person, bool $yes, string $why): void
    {
        $first = Page::query()->where('call_id', $call->id)->where('person_id', $person->id)->orderBy('ordinal')->first();
        $seconds = $first === null ? 0 : max(0, now()->getTimestamp() - $first->at->getTimestamp());
        Journal::write(Actor::person($person), $yes ? 'call.acknowledged' : 'call.declined', ['call', $call->id], [
            'person' => $person->name, 'why' => $why,
            'after' => $seconds < 60 ? "$seconds s" : intdiv($seconds, 60).' min '.($seconds % 60).' s',
        ], $call->incident_id);
    }
}
