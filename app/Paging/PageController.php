<?php

declare(strict_types=1);

namespace App\Paging;

use App\Paging\Contracts\OnThePage;
use App\Paging\Delivery\DeliveryPaths;
use App\Paging\Delivery\NoteDelivery;
use App\Paging\Requests\AnswerPageRequest;
use App\Platform\Given;
use App\Platform\Refused;
use App\Topology\Item;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Cookie;
use Illuminate\Support\Facades\URL;
use Inertia\Inertia;
use Inertia\Response;
use Skarvo\Paging\Outcome;
use Skarvo\Paging\Reply;

/**
 * What a person sees who opens a page on their phone: what, where, how bad, who else.
 *
 * No sign-in: the signed link is the key. It takes one answer; the device that gave it may change its mind, others may
 * not, wherever the link went meanwhile. After a day it is no key any more.
 */
final class PageController
{
    private const DEVICE_MINUTES = 24 * 60;

    public function show(Request $request, string $token, OpenPage $open): Response
    {
        $page = Page::query()->with(['call.occasion', 'call.team', 'call.person', 'person'])->where('token', $token)->firstOrFail();
        $over = $this->whyNot($request, $page);
        if ($over !== null) {
            return Inertia::render('Paging/LinkOver', ['why' => $over, 'path' => $page->call?->occasion->path]);
        }
        $open($page);
        if ($page->call === null) {
            return Inertia::render(
                'Paging/TestPage',
                [
                    'answerTo' => $request->getRequestUri(), 'person' => $page->person->name ?? '',
                    'way' => DeliveryPaths::words($page->channel), 'answeredAt' => $page->answered_at,
                ],
            );
        }
        $call = $page->call->inForce();
        $occasion = $call->occasion;

        return Inertia::render('Paging/Answer', [
            'answerTo' => $request->getRequestUri(),
            'asksAgain' => $page->kind === 'ask' && $call->asked_at !== null,
            'with' => $page->alongside()->map(static fn(Page $p): array => [
                'id' => $p->id, 'ref' => $p->call?->occasion->ref, 'title' => $p->call?->occasion->title,
                'priority' => $p->call?->occasion->priority, 'link' => $p->link(), 'answer' => $p->answer,
                'mine' => $p->call?->held_by === $page->person_id,
            ]),
            'next' => Answers::next($page)?->name,
            'beginsAt' => $call->begins_at,
            'handedTo' => Call::query()->with('person')
                ->where('handed_from', $call->id)->where('outcome', 'waiting')->first()?->person?->name,
            'person' => $page->person->name ?? '',
            'answer' => $page->answer,
            'answeredAt' => $page->answered_at,
            'callOutcome' => $call->outcome->value,
            'heldBy' => $call->held_by === null
                ? null
                : Page::query()->with('person')->where('person_id', $call->held_by)->first()?->person?->name,
            'heldByMe' => $call->held_by === $page->person_id,
            'stepEndsAt' => $call->step_ends_at,
            'team' => $call->calls(),
            'by' => $call->caller?->name,
            'reason' => $call->reason,
            // What comes of a no: whether anybody else is paged, and by when.
            'afterNo' => match (true) {
                $call->refused_at !== null, $call->outcome === Outcome::Exhausted => 'nobody',
                default => 'next',
            },
            'stopped' => $call->stopped_by !== null,
            'occasion' => [
                'ref' => $occasion->ref, 'title' => $occasion->title, 'priority' => $occasion->priority,
                'service' => $occasion->service_id === null ? '' : (string) Item::query()->whereKey($occasion->service_id)->value('name'),
                'urgency' => $occasion->urgency->meaning(), 'path' => $occasion->path, 'ended_at' => $occasion->ended_at,
            ],
            'impact' => null, 'stage' => null, 'begunAt' => $occasion->begun_at, 'decides' => null, 'services' => [], 'sites' => [],
            'alerts' => [], 'mended' => [], 'alertCount' => 0, 'lastUpdate' => null,
            'others' => Page::query()->with('person')->whereIn(
                'call_id', [$call->id, $page->call_id, ...Call::query()->where('handed_from', $call->id)->pluck('id')],
            )->orderBy('id')->get()
                ->unique('person_id')
                    ->map(fn(Page $p): array => [
                        'name' => $p->person->name ?? '', 'answer' => $p->answer, 'at' => $p->at,
                        'me' => $p->person_id === $page->person_id,
                    ])
                    ->values(),
            ...array_merge(
                [], ...array_map(static fn(OnThePage $one): array => $one->page($occasion, $page), Given::all(OnThePage::class)),
            ),
        ]);
    }

    public function answer(AnswerPageRequest $request, string $token, AnswerPage $answer, NoteDelivery $note): RedirectResponse
    {
        $input = $request->validated();
        $page = Page::query()->where('token', $token)->firstOrFail();
        $over = $this->whyNot($request, $page);
        if ($over !== null) {
            throw Refused::because($over);
        }
        $note->arrived($page);
        // What was on the screen when it was pressed: what came since is a question of its own.
        $also = $page->alongside()->whereIn('id', $input['also'] ?? []);
        $answer($page, match ($input['answer']) {
            'yes' => Reply::yes(),
            'no' => Reply::no(),
            'later' => Reply::later((int) ($input['minutes'] ?? Reply::KEY_MINUTES)),
            default => Reply::handTo((string) ($input['to'] ?? '')),
        }, 'page', (string) ($input['why'] ?? ''), array_values(array_map(intval(...), $also->modelKeys())));
        foreach ([$page, ...$also] as $one) {
            Page::query()->whereKey($one->id)->whereNull('used_at')->update(['used_at' => now()]);
            Cookie::queue(self::cookie($one), hash('sha256', $one->token), self::DEVICE_MINUTES);
        }

        return back();
    }

    /** Why this request may not open the page; null if it may. */
    private function whyNot(Request $request, Page $page): ?string
    {
        if ($page->person?->left_at !== null) {
            return 'This link opens no more.';
        }
        $cookie = $request->cookie(self::cookie($page));
        if (is_string($cookie) && hash_equals(hash('sha256', $page->token), $cookie)) {
            return null;
        }

        return match (true) {
            $page->used_at !== null => 'This link was answered through, and works once. On the device that answered it still opens; elsewhere, sign in.',
            URL::hasCorrectSignature($request, false)
                && ! URL::signatureHasNotExpired($request) => 'This link is more than a day old, and opens no more. Sign in to see how things stand.',
            ! URL::hasValidSignature($request, false) => 'This link is not whole. Open it from the message again, or sign in.',
            default => null,
        };
    }

    private static function cookie(Page $page): string
    {
        return "page_$page->id";
    }
}
