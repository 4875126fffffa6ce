<?php

declare(strict_types=1);

namespace App\Updates;

use App\Platform\Journal\Journal;
use App\Signals\QuietFaults;
use App\Topology\Item;
use App\Topology\Standing;
use Illuminate\Support\Facades\Cache;
use Illuminate\Support\Facades\DB;
use Skarvo\Topology\State;

/** How outsiders were told that services are, and where that is better than what is known: there the page does not say that all is well. */
final class PublicStates
{
    /** What is known is worked out once for all who look, until something happens; and at the least so often. */
    private const KEPT_SECONDS = 20;

    /** @return array<array-key, array{state: State, incident: int}> by public name, of services that were said not to work fully */
    public static function published(): array
    {
        $states = [];
        foreach (Told::open() as $told) {
            foreach ($told->last()->services ?? [] as $service) {
                $state = State::from($service['state']);
                if ($state->rank() > ($states[$service['name']]['state'] ?? State::Up)->rank()) {
                    $states[$service['name']] = ['state' => $state, 'incident' => $told->incident->id];
                }
            }
        }

        return $states;
    }

    /**
     * @return list<array{name: string, state: State, published: State, item: string, admitted: bool|null, since: string|null}> services
     *      that are worse than was published; admitted: null while nobody has decided
     */
    public static function doubtful(): array
    {
        $published = self::published();
        $decided = DB::table('public_doubts')->get()->keyBy('name');
        $doubts = [];
        foreach (self::known() as $name => [$value, $item]) {
            $state = State::from($value);
            $said = $published[$name]['state'] ?? State::Up;
            $row = $decided->get($name);
            if ($state->rank() > $said->rank()) {
                $holds = $row !== null && State::from((string) $row->state)->rank() >= $state->rank();
                $doubts[] = [
                    'name' => (string) $name, 'state' => $state, 'published' => $said, 'item' => $item,
                    'admitted' => $holds ? (bool) $row->admitted : null,
                    'since' => $holds ? str_replace(' ', 'T', (string) $row->at).'Z' : null,
                ];
            }
        }

        return $doubts;
    }

    /**
     * @param  list<string>  $names
     * @return list<string> those of them that are still down or degraded, by what is known: the page does not say that these work
     */
    public static function unsureOf(array $names): array
    {
        return array_values(array_intersect($names, array_map(strval(...), array_keys(self::known()))));
    }

    /** The one sentence by which outsiders are told that something may be wrong before anybody knows what. */
    public static function admission(string $name): string
    {
        return "We are looking into reports about $name.";
    }

    /** Forgets what was decided about services that are as was published by now. */
    public static function forgetSettled(): int
    {
        if (DB::table('public_doubts')->doesntExist()) {
            return 0;
        }

        return DB::table('public_doubts')->whereNotIn('name', array_column(self::doubtful(), 'name'))->delete();
    }

    /**
     * @return array<array-key, array{string, string}> state and service, by public name, of those that are down or work in part, and not by
     *      planned work alone
     */
    private static function known(): array
    {
        return Cache::remember('public-states-'.Journal::head(), self::KEPT_SECONDS, static function (): array {
            $standing = Standing::now();
            $planned = QuietFaults::states();
            $alone = $planned === [] ? [] : array_column($standing->estate->trace($planned)->affected, 'state', 'id');
            $worst = [];
            foreach (
                Item::query()->where('kind', Item::SERVICE)
                    ->whereNotNull('public_name')->orderBy('tier')->orderBy('id')->get(['id', 'public_name']) as $item
            ) {
                $state = $standing->state($item->id);
                $name = (string) $item->public_name;
                if (
                    $state->isBroken()
                        && $state->rank() > ($alone[$item->id] ?? State::Up)->rank()
                        && $state->rank() > State::from($worst[$name][0] ?? 'up')->rank()
                ) {
                    $worst[$name] = [$state->value, $item->id];
                }
            }

            return $worst;
        });
    }
}
