<?php

declare(strict_types=1);

namespace App\Updates\Following;

use App\Platform\Once;
use App\Platform\Outbox\Endpoint;
use App\Topology\Item;
use App\Updates\Requests\ChangeFollowingRequest;
use App\Updates\Requests\FollowRequest;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Response as PlainResponse;
use Inertia\Inertia;
use Inertia\Response;

/** Anybody follows services and places: they ask, confirm at the address that they gave, change it, and leave. */
final class FollowController
{
    public function create(): Response
    {
        return Inertia::render('Updates/Follow', ['services' => self::services(), 'hasTexts' => Endpoint::gateway('text')->isSet()]);
    }

    /** The answer is the same, whether the address follows already or not. */
    public function store(FollowRequest $request): RedirectResponse
    {
        Follow::ask($request->wanted());

        return back();
    }

    public function show(string $key): Response
    {
        return Inertia::render('Updates/Following', ['following' => self::find($key)->toLine(), 'services' => self::services()]);
    }

    /** Only a press confirms: programs that open each address in a mail must not. */
    public function confirm(string $key): RedirectResponse
    {
        Follow::confirm(self::find($key));

        return back();
    }

    public function change(ChangeFollowingRequest $request, string $key): RedirectResponse
    {
        $one = self::find($key);
        Once::for($request, static fn() => Follow::change($one, $request->changed($one), (int) $request->validated()['version']));

        return back();
    }

    public function stop(string $key): RedirectResponse
    {
        Follow::leave(self::find($key));

        return back();
    }

    /** A mail program posts here when its reader wants no more (RFC 8058): nothing is asked back. */
    public function leave(string $key): PlainResponse
    {
        Follow::leave(self::find($key));

        return new PlainResponse("You follow nothing any more.\n", 200, ['Content-Type' => 'text/plain; charset=utf-8']);
    }

    /** A person who opens the same address is asked. */
    public function leaving(string $key): RedirectResponse
    {
        return redirect()->route('follow.show', self::find($key)->key());
    }

    private static function find(string $key): Subscription
    {
        return Subscription::byKey($key) ?? abort(404);
    }

    /** @return list<string> */
    private static function services(): array
    {
        return array_values(Item::query()->where('kind', Item::SERVICE)->whereNotNull('public_name')->orderBy('public_name')
            ->pluck('public_name')->map(strval(...))->unique()->all());
    }
}
