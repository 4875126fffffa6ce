<?php

declare(strict_types=1);

namespace App\Platform\Staff;

use App\Platform\Contracts\HasTeams;
use App\Platform\Database\Locked;
use App\Platform\Given;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Journal\PlatformEntry;
use App\Platform\Person;
use App\Platform\Refused;
use App\Platform\Team;
use Illuminate\Database\QueryException;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;

/** Teams as an administrator keeps them. Call it inside a transaction. */
final class KeepTeams
{
    public function make(string $name, Person $by): void
    {
        self::refuseTwice($name, null);
        $base = Str::slug($name) ?: 'team';
        for ($id = $base, $n = 2; Team::query()->whereKey($id)->exists(); $n++) {
            $id = "$base-$n";
        }
        Team::query()->create(['id' => $id, 'name' => $name]);
        Journal::write(Actor::person($by), PlatformEntry::TeamMade, ['team', $id], ['team' => $name]);
    }

    public function rename(Team $team, string $name, int $seen, Person $by): void
    {
        $version = Locked::at($seen, $team, what: 'its name');
        $was = $team->name;
        self::refuseTwice($name, $team->id);
        $team->update(['name' => $name, 'version' => $version]);
        Journal::write(Actor::person($by), PlatformEntry::TeamRenamed, ['team', $team->id], ['team' => $name, 'was' => $was]);
    }

    /** One to which nothing belongs, and never did. */
    public function drop(Team $team, Person $by): void
    {
        $has = self::has($team);
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
        Journal::write(Actor::person($by), PlatformEntry::TeamDropped, ['team', $team->id], ['team' => $team->name]);
    }

    /** @return list<string> what belongs to it, in words */
    private static function has(Team $team): array
    {
        $has = [];
        foreach ([
            ['people', 'person', 'people'],
            ...array_merge([], ...array_map(static fn(HasTeams $one): array => $one->ofTeams(), Given::all(HasTeams::class))),
        ] as [$table, $one, $many]) {
            $count = DB::table($table)->where('team_id', $team->id)->count();
            if ($count > 0) {
                $has[] = "$count ".($count === 1 ? $one : $many);
            }
        }

        return $has;
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
