<?php

declare(strict_types=1);

namespace App\Desk;

use App\Platform\Deed;
use App\Platform\Http\HeadBeforeReading;
use App\Platform\Live;
use App\Platform\Person;
use App\Platform\Role;
use Closure;
use Illuminate\Http\Request;
use Illuminate\Support\Arr;
use Inertia\DeferProp;
use Inertia\Inertia;
use Inertia\Middleware;
use Inertia\OnceProp;
use Inertia\Support\Header;

final class ShareWithEveryPage extends Middleware
{
    protected $rootView = 'app';

    /** Time moves on where nothing happens: turns come into the hours that the band shows. */
    private const FRAME_SECONDS = 60;

    /** @return array<string, mixed> */
    public function share(Request $request): array
    {
        $person = $request->user();
        $shared = [
            ...parent::share($request),
            'organisation' => config('skarvo.organisation'),
            'zone' => config('skarvo.time_zone'),
            'demo' => config('skarvo.demo'),
            'standInsUrl' => config('skarvo.demo') ? config('skarvo.stand_ins_url') : null,
            'now' => fn(): string => now()->format('Y-m-d\TH:i:s.v\Z'),
        ];
        if (! $person instanceof Person) {
            // Said, not left out: a process that answers more than once must not go on with what it shared before.
            return [
                ...$shared, 'me' => null, 'live' => null, 'band' => null, 'clocks' => [], 'laterClocks' => 0, 'trouble' => [],
                'framed' => null,
            ];
        }

        // Before anything of the page is read: what is written from now on is news to it. Which props came tells the page
        // what of it is that fresh.
        $head = HeadBeforeReading::of($request);
        $only = $request->header(Header::PARTIAL_ONLY);

        return [
            ...$shared,
            'me' => [
                'id' => $person->id, 'name' => $person->name, 'title' => $person->title, 'roles' => $person->roles,
                'words' => implode(', ', array_map(static fn(string $role): string => Role::from($role)->words(), $person->roles)),
                'coordinates' => Deed::RunIncidents->isAllowedTo($person),
                'administers' => Deed::Administer->isAllowedTo($person), 'keepsEstate' => Deed::KeepEstate->isAllowedTo($person),
                'team' => $person->team_id,
                'may' => array_values(array_map(
                    static fn(Deed $deed): string => $deed->value,
                    array_filter(Deed::cases(), static fn(Deed $deed): bool => $deed->isAllowedTo($person)),
                )),
            ],
            'live' => Inertia::always([
                'head' => $head, 'only' => is_string($only) && $only !== '' ? explode(',', $only) : null,
                'key' => Live::key($person),
            ]),
            ...self::frame($request, $person, $head),
        ];
    }

    /**
     * What stands around every page comes once the page stands, and goes along from one to the next: it follows the journal
     * there as it does on a page that stays open. On the watch it is what people look at first.
     *
     * @return array<string, mixed>
     */
    private static function frame(Request $request, Person $person, int $head): array
    {
        $isFirst = $request->routeIs('watch');

        return Arr::map([
            'band' => fn(): array => Band::around($person),
            'clocks' => fn(): array => RunningClocks::for($person),
            'laterClocks' => fn(): int => RunningClocks::besides($person),
            'trouble' => fn(): array => OwnTrouble::now(),
            // How far the journal was when these were read: on the next page they are still as old as that.
            'framed' => fn(): int => $head,
        ], static function (Closure $read, string $name) use ($isFirst, $person): OnceProp|DeferProp {
            $prop = $isFirst ? Inertia::once($read) : Inertia::defer($read, 'later');

            // Whoever signs in after somebody else on the same screen gets their own.
            return $prop->once(as: "$name of $person->id", until: self::FRAME_SECONDS);
        });
    }
}
