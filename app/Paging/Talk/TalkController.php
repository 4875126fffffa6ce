<?php

declare(strict_types=1);

namespace App\Paging\Talk;

use App\Incidents\Incident;
use App\Incidents\WhoTakesPart;
use App\Paging\Requests\MakeOfMessageRequest;
use App\Paging\Requests\OpenTalkRequest;
use App\Paging\Requests\RingRequest;
use App\Paging\Requests\SayInTalkRequest;
use App\Platform\CurrentPerson;
use App\Platform\Deed;
use App\Platform\Journal\Actor;
use App\Platform\Once;
use App\Platform\Person;
use App\Platform\Refused;
use App\Platform\Team;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;

/** Talking about an incident, from its room. */
final class TalkController
{
    public function open(OpenTalkRequest $request, Incident $incident, HoldConversation $talk, RunBridge $bridge): RedirectResponse
    {
        $by = Actor::person(CurrentPerson::of($request));
        $isTalk = $request->validated()['what'] === 'conversation';
        if (! ($isTalk ? TalkMessages::isPossible() : BridgeMessages::isPossible())) {
            throw Refused::because($isTalk ? 'No chat is set up for it.' : 'No phone exchange is set up for it.');
        }
        Once::for($request, static function () use ($incident, $talk, $bridge, $by, $isTalk): void {
            $isTalk ? $talk->open($incident, $by) : $bridge->open($incident, $by);
        });

        return back();
    }

    public function say(SayInTalkRequest $request, Incident $incident, HoldConversation $talk): RedirectResponse
    {
        $text = trim((string) $request->validated()['text']);
        Once::for($request, static fn() => $talk->say($incident, $text, CurrentPerson::of($request)));

        return back();
    }

    public function make(MakeOfMessageRequest $request, Message $message, MakeOfMessage $make): RedirectResponse
    {
        $input = $request->validated();
        $by = CurrentPerson::of($request);
        $into = MadeInto::from((string) $input['into']);
        if ($into === MadeInto::Hypothesis) {
            Deed::SetStage->isAllowedTo($by) || throw Refused::because(Deed::SetStage->refusal());
            WhoTakesPart::must($message->incident, $by);
        }
        if ($into === MadeInto::Task) {
            Deed::WorkTickets->isAllowedTo($by) || throw Refused::because(Deed::WorkTickets->refusal());
        }
        $team = isset($input['team']) ? Team::query()->find((string) $input['team']) : null;
        $for = isset($input['person']) ? Person::query()->find((string) $input['person']) : null;
        Once::for($request, static fn() => $make($message, $into, $team, $for, $by));

        return back();
    }

    /** A coordinator rings anybody; whoever works on it has their own phone rung. */
    public function ring(RingRequest $request, Incident $incident, RunBridge $bridge): RedirectResponse
    {
        $by = CurrentPerson::of($request);
        $ids = array_values(array_unique(array_map(strval(...), $request->validated()['people'])));
        $people = array_values(Person::query()->whereKey($ids)->orderBy('name')->get()->all());
        if ($people === [] || count($people) < count($ids)) {
            throw Refused::because('One of those whom you chose is not known any more. Choose again.', 'people');
        }
        if (! Deed::CallPeople->isAllowedTo($by)) {
            WhoTakesPart::must($incident, $by);
            if ($ids !== [$by->id]) {
                throw Refused::because('You can have your own phone rung. A coordinator rings others.');
            }
        }
        Once::for($request, static fn() => $bridge->ring($incident, $people, $by));

        return back();
    }

    public function close(Request $request, Incident $incident, RunBridge $bridge): RedirectResponse
    {
        $open = Bridge::of($incident);
        $by = Actor::person(CurrentPerson::of($request));
        Once::for($request, static fn() => $open === null ? null : $bridge->close($open, $by));

        return back();
    }
}
