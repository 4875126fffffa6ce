<?php

declare(strict_types=1);

namespace App\Updates\Following;

use App\Platform\CurrentPerson;
use App\Platform\Journal\Actor;
use App\Platform\Once;
use App\Topology\Item;
use App\Updates\Requests\AddFollowerRequest;
use App\Updates\Requests\ChangeFollowerRequest;
use Illuminate\Http\RedirectResponse;
use Inertia\Inertia;
use Inertia\Response;
use Skarvo\Updates\Following\Channel;
use Skarvo\Updates\Versions\Version;

/** Chats and systems of partners that are told of updates, and how it goes with all who follow. */
final class FollowersController
{
    private const SHOWN = 200;

    public function index(): Response
    {
        $there = Subscription::query()->whereNull('ended_at')->whereNotNull('confirmed_at');
        $by = (clone $there)->selectRaw('channel, count(*) as number')->groupBy('channel')->pluck('number', 'channel');

        return Inertia::render('Updates/Followers', [
            'counts' => array_map(
                static fn(Channel $one): array => ['channel' => $one->value, 'count' => (int) ($by[$one->value] ?? 0)], Channel::cases()
            ),
            'waiting' => Subscription::query()->whereNull('ended_at')->whereNull('confirmed_at')->count(),
            // Addresses of people are theirs: only what the organisation itself gave is listed whole.
            'given' => (clone $there)->whereNotNull('added_by_id')->orderBy('id')->limit(self::SHOWN)->get()
                ->map(
                    static fn(Subscription $one): array => [
                        'id' => $one->id, 'secret' => $one->secret, 'words' => $one->words()->words(), ...$one->toLine(),
                    ]
                )->values(),
            'paused' => (clone $there)->whereNull('added_by_id')->whereNotNull('paused_at')->latest('paused_at')->limit(self::SHOWN)->get()
                ->map(static fn(Subscription $one): array => [
                    'id' => $one->id, 'channel' => $one->channel->value, 'address' => $one->hidden(), 'why' => (string) $one->paused_why,
                    'at' => $one->paused_at,
                ])->values(),
            'versions' => array_map(
                static fn(Version $one): array => ['version' => $one->value, 'words' => $one->words()], Version::cases()
            ),
            'services' => Item::query()->where('kind', Item::SERVICE)->whereNotNull('public_name')->orderBy('public_name')
                ->pluck('public_name')->unique()->values(),
        ]);
    }

    public function add(AddFollowerRequest $request): RedirectResponse
    {
        Once::for($request, static fn() => (new GiveFollower(CurrentPerson::of($request)))($request->wanted(), $request->reads()));

        return back();
    }

    public function change(ChangeFollowerRequest $request, Subscription $subscription): RedirectResponse
    {
        $by = Actor::person(CurrentPerson::of($request));
        Once::for($request, static function () use ($by, $request, $subscription): void {
            $request->isLeaving() ? Follow::leave($subscription, $by) : Follow::confirm($subscription, $by);
        });

        return back();
    }
}
