<?php

declare(strict_types=1);

namespace App\Updates\Following;

use App\Platform\CurrentPerson;
use App\Platform\Once;
use App\Platform\Person;
use App\Platform\Team;
use App\Topology\Item;
use App\Updates\Requests\KeepAudienceRequest;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Inertia\Inertia;
use Inertia\Response;
use Skarvo\Updates\Versions\Version;

/** Audiences that are told by rules of the organisation. */
final class AudiencesController
{
    public function index(): Response
    {
        $named = static fn(string $column): array => array_values(Item::query()->whereNotNull($column)->where($column, '<>', '')
            ->when($column === 'public_name', static fn($services) => $services->where('kind', Item::SERVICE))
            ->orderBy($column)->distinct()->pluck($column)->map(strval(...))->all());

        return Inertia::render('Updates/Audiences', [
            'audiences' => Audience::query()->whereNull('ended_at')->orderBy('name')->get()
                ->map(static fn(Audience $one): array => $one->toLine())->values(),
            'people' => Person::query()->whereNull('left_at')->orderBy('name')->get(['id', 'name'])
                ->map(static fn(Person $one): array => ['id' => $one->id, 'name' => $one->name])->values(),
            'teams' => Team::query()->orderBy('name')->get(['id', 'name'])
                ->map(static fn(Team $one): array => ['id' => $one->id, 'name' => $one->name])->values(),
            'services' => $named('public_name'), 'places' => $named('site'),
            'versions' => array_map(
                static fn(Version $one): array => ['version' => $one->value, 'words' => $one->words()], Version::cases()
            ),
        ]);
    }

    public function add(KeepAudienceRequest $request): RedirectResponse
    {
        Once::for($request, static fn() => (new KeepAudiences(CurrentPerson::of($request)))->add($request->columns()));

        return back();
    }

    public function change(KeepAudienceRequest $request, Audience $audience): RedirectResponse
    {
        Once::for($request, static function () use ($audience, $request): void {
            (new KeepAudiences(CurrentPerson::of($request)))
                ->change($audience, $request->columns(), (int) $request->validated()['version']);
        });

        return back();
    }

    public function drop(Request $request, Audience $audience): RedirectResponse
    {
        Once::for($request, static function () use ($audience, $request): void {
            (new KeepAudiences(CurrentPerson::of($request)))->drop($audience);
        });

        return back();
    }
}
