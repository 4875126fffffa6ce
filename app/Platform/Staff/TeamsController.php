<?php

declare(strict_types=1);

namespace App\Platform\Staff;

use App\Platform\Contracts\HasTeams;
use App\Platform\CurrentPerson;
use App\Platform\Database\Locked;
use App\Platform\Given;
use App\Platform\Http\Asked;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Journal\PlatformEntry;
use App\Platform\Once;
use App\Platform\Refused;
use App\Platform\Team;
use Illuminate\Database\QueryException;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;

/** The teams of the organisation: who is called, and whose an item is. */
final class TeamsController
{
    public function store(Request $request): RedirectResponse
    {
        $name = self::name($request);
        Once::for($request, static function () use ($name, $request): void {
            self::refuseTwice($name, null);
            $base = Str::slug($name) ?: 'team';
            for ($id = $base, $n = 2; Team::query()->whereKey($id)->exists(); $n++) {
                $id = "$base-$n";
            }
            Team::query()->create(['id' => $id, 'name' => $name]);
            Journal::write(Actor::person(CurrentPerson::of($request)), PlatformEntry::TeamMade, ['team', $id], ['team' => $name]);
        });

        return back();
    }

    public function rename(Request $request, Team $team): RedirectResponse
    {
        $name = self::name($request);
        $seen = Asked::number($request, 'version');
        Once::for($request, static function () use ($name, $seen, $team, $request): void {
            $version = Locked::at($seen, $team, what: 'its name');
            $was = $team->name;
            self::refuseTwice($name, $team->id);
            $team->update(['name' => $name, 'version' => $version]);
            Journal::write(
                Actor::person(CurrentPerson::of($request)), PlatformEntry::TeamRenamed, ['team', $team->id],
                ['team' => $name, 'was' => $was],
            );
        });

        return back();
    }

    public function drop(Request $request, Team $team): RedirectResponse
    {
        Once::for($request, static function () use ($team, $request): void {
            $has = array_filter(array_map(static function (array $kind) use ($team): string {
                $count = DB::table($kind[0])->where('team_id', $team->id)->count();

                return $count === 0 ? '' : "$count ".($count === 1 ? $kind[1] : $kind[2]);
            },
                [
                    ['people', 'person', 'people'],
                    ...array_merge([], ...array_map(static fn(HasTeams $one): array => $one->ofTeams(), Given::all(HasTeams::class))),
                ]));
            if ($has !== []) {
                throw Refused::because(
                    "$team->name has ".implode(', ', $has)
                        .'. What can be given to another team has to be, first; a team that had incidents stays.',
                );
            }
            try {
                DB::transaction(static fn() => $team->delete());
            } catch (QueryException) {
                throw Refused::because("$team->name is still named somewhere, and stays.");
            }
            Journal::write(
                Actor::person(CurrentPerson::of($request)), PlatformEntry::TeamDropped, ['team', $team->id],
                ['team' => $team->name],
            );
        });

        return back();
    }

    private static function name(Request $request): string
    {
        $request->merge(['name' => trim(Asked::text($request, 'name'))]);

        return (string) $request->validate(
            ['name' => ['required', 'string', 'max:80']], ['name.*' => 'Give the team a name of up to 80 characters.'],
        )['name'];
    }

    private static function refuseTwice(string $name, ?string $own): void
    {
        foreach (Team::query()->get() as $other) {
            if ($other->id !== $own && mb_strtolower($other->name) === mb_strtolower($name)) {
                throw Refused::because("There is a team $other->name already.", 'name');
            }
        }
    }
}
