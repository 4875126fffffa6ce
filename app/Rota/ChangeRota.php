<?php

declare(strict_types=1);

namespace App\Rota;

use App\Platform\Contracts\EntryKind;
use App\Platform\Database\Locked;
use App\Platform\Deed;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Outbox\Outbox;
use App\Platform\Person;
use App\Platform\Refused;
use Illuminate\Support\Facades\Gate;
use Illuminate\Support\Str;
use Skarvo\Rota\Segment;
use Skarvo\Time\Instant;

/** Exceptions to a rota: what they would change, and what they do, with word to those whom they touch. */
final class ChangeRota
{
    /**
     * What a further exception would change.
     *
     * @param  array<string, mixed>  $override  as the contract has it
     * @return list<array{from: int, to: int, was: string|null, is: string|null}> stretches that change hands, in order; seconds since the
     *      epoch
     */
    public static function effect(Rota $rota, array $override, int $from, int $to): array
    {
        return self::differences($rota->between($from, $to)->segments, $rota->withOverride($override)->between($from, $to)->segments, $to);
    }

    /**
     * @param  list<Segment>  $before  over a range, in order
     * @param  list<Segment>  $after  over the same range
     * @param  int  $to  its end, seconds since the epoch
     * @return list<array{from: int, to: int, was: string|null, is: string|null}> stretches that change hands, in order
     */
    public static function differences(array $before, array $after, int $to): array
    {
        $cuts = array_values(array_unique([...array_map(static fn(Segment $s): int => $s->from, [...$before, ...$after]), $to]));
        sort($cuts);
        $who = static function (array $segments, int $at): ?string {
            foreach ($segments as $segment) {
                if ($segment instanceof Segment && $segment->from <= $at && $at < $segment->to) {
                    return $segment->person;
                }
            }

            return null;
        };
        $changes = [];
        $last = null;
        for ($i = 0; $i + 1 < count($cuts); $i++) {
            [$was, $is] = [$who($before, $cuts[$i]), $who($after, $cuts[$i])];
            if ($was === $is) {
                continue;
            }
            $joins = $last !== null && $last['to'] === $cuts[$i] && $last['was'] === $was && $last['is'] === $is;
            if ($joins) {
                array_pop($changes);
            }
            $changes[] = $last = ['from' => $joins ? $last['from'] : $cuts[$i], 'to' => $cuts[$i + 1], 'was' => $was, 'is' => $is];
        }

        return $changes;
    }

    /**
     * Keeps an exception, and tells those whom it touches, but for whoever made it. Call it inside a transaction.
     *
     * @param  array<string, mixed>  $override
     * @return bool false if it changes nothing
     */
    public static function keep(Rota $rota, array $override, int $from, int $to, Person $by, EntryKind $kind): bool
    {
        return self::keepAll($rota, [$override], $from, $to, $by, $kind);
    }

    /**
     * The same for several at once, of which everybody hears once.
     *
     * @param  list<array<string, mixed>>  $overrides
     * @return bool false if they change nothing
     */
    public static function keepAll(Rota $rota, array $overrides, int $from, int $to, Person $by, EntryKind $kind): bool
    {
        Locked::again($rota);
        $changed = $rota->replicate();
        $changed->overrides = [...$rota->overrides, ...$overrides];
        $changes = self::differences($rota->between($from, $to)->segments, $changed->between($from, $to)->segments, $to);
        if ($changes === []) {
            return false;
        }
        $rota->update(['overrides' => $changed->overrides]);
        self::tell($rota, $changes, $by, $kind);

        return true;
    }

    /** @param  list<array{from: int, to: int, was: string|null, is: string|null}>  $changes */
    private static function tell(Rota $rota, array $changes, Person $by, EntryKind $kind): void
    {
        $names = Person::query()
            ->whereKey(array_values(array_unique(array_filter([...array_column($changes, 'was'), ...array_column($changes, 'is')]))))
            ->get()->keyBy('id');
        $told = self::words($rota->time_zone, $changes);
        Journal::write(
            Actor::person($by), $kind, ['rota', $rota->id],
            ['rota' => $rota->name, 'zone' => $rota->time_zone, 'changes' => $changes],
        );
        foreach ($names as $person) {
            if ($person->id !== $by->id && $person->left_at === null && $person->email !== '') {
                Outbox::put('mail', "rota-$rota->id-".Str::uuid()->toString(), [
                    'to' => $person->email, 'subject' => "$rota->name: your turns changed",
                    'text' => "$by->name changed the rota.\n\n".implode("\n", $told)."\n\nTimes are those of $rota->time_zone.",
                ], now());
            }
        }
    }

    /**
     * @param  list<array{from: int, to: int, was: string|null, is: string|null}>  $changes
     * @param  string  $timeZone  of the rota
     * @return list<string> when, who instead of whom, on the clocks of the rota
     */
    public static function words(string $timeZone, array $changes): array
    {
        $names = Person::query()
            ->whereKey(array_values(array_unique(array_filter([...array_column($changes, 'was'), ...array_column($changes, 'is')]))))
            ->pluck('name', 'id');
        $zone = new \DateTimeZone($timeZone);
        $when = static fn(int $at): string => (new \DateTimeImmutable("@$at"))->setTimezone($zone)->format('D j M H:i');

        return array_map(static fn(array $c): string => "{$when($c['from'])} to {$when($c['to'])}: ".match (true) {
            $c['was'] === null => ($names[$c['is']] ?? 'nobody').', where nobody was on call',
            $c['is'] === null => "nobody; {$names[$c['was']]} was on call",
            default => "{$names[$c['is']]} instead of {$names[$c['was']]}",
        }, $changes);
    }

    /** @return array{from: string, to: string, person: string} */
    public static function taking(int $from, int $to, string $person): array
    {
        return ['from' => Instant::format($from), 'to' => Instant::format($to), 'person' => $person];
    }

    /** @return array{from: string, to: string, swap: list<string>} */
    public static function swapping(int $from, int $to, string $one, string $other): array
    {
        return ['from' => Instant::format($from), 'to' => Instant::format($to), 'swap' => [$one, $other]];
    }

    /**
     * Takes an exception back, and tells those whom that touches. Call it inside a transaction.
     *
     * @throws Refused if it is over or gone, or somebody else's
     */
    public static function giveBack(Rota $rota, string $override, Person $by): void
    {
        Locked::again($rota);
        $now = now()->getTimestamp();
        $found = array_values(array_filter($rota->overrides, static fn(array $one): bool => self::fingerprint($one) === $override));
        $one = $found[0] ?? throw Refused::because('This change was taken back already.');
        [$from, $to] = [max($now, self::seconds($one['from'])), self::seconds($one['to'])];
        if ($to <= $now) {
            throw Refused::because('This turn is over. What was, stays as it was.');
        }
        if (! self::isTheirs($one, $by) && ! Gate::forUser($by)->allows('arrange', Rota::class)) {
            throw Refused::because(Deed::ArrangeRotas->refusal().' You can give back turns of your own.');
        }
        $before = $rota->between($from, $to)->segments;
        $left = array_values(array_filter($rota->overrides, static fn(array $other): bool => self::fingerprint($other) !== $override));
        // What has been of it stays.
        if (self::seconds($one['from']) < $now) {
            $left[] = [...$one, 'to' => Instant::format($now)];
        }
        $rota->update(['overrides' => $left]);
        self::tell($rota, self::differences($before, $rota->between($from, $to)->segments, $to), $by, RotaEntry::RotaGivenBack);
    }

    /**
     * @return list<array{id: string, from: int, to: int, who: string, mine: bool}> exceptions that are not over, soonest first; times in
     *      milliseconds
     */
    public static function standing(Rota $rota, Person $reader): array
    {
        $now = now()->getTimestamp();
        $names = Person::query()->pluck('name', 'id');
        $standing = [];
        foreach ($rota->overrides as $one) {
            $to = self::seconds($one['to']);
            if ($to > $now) {
                $who = isset($one['swap'])
                    ? implode(
                        ' and ', array_map(static fn(mixed $id): string => (string) ($names[$id] ?? $id), (array) $one['swap']),
                    ).' swap'
                    : (string) ($names[$one['person'] ?? ''] ?? $one['person'] ?? '');
                $standing[] = [
                    'id' => self::fingerprint($one), 'from' => self::seconds($one['from']) * 1000, 'to' => $to * 1000,
                    'who' => $who, 'mine' => self::isTheirs($one, $reader),
                ];
            }
        }
        usort($standing, static fn(array $a, array $b): int => $a['from'] <=> $b['from']);

        return $standing;
    }

    private static function seconds(mixed $instant): int
    {
        return is_string($instant) ? (int) strtotime($instant) : 0;
    }

    /** @param  array<string, mixed>  $override */
    private static function fingerprint(array $override): string
    {
        return substr(hash('sha256', json_encode($override, JSON_THROW_ON_ERROR)), 0, 16);
    }

    /** @param  array<string, mixed>  $override */
    private static function isTheirs(array $override, Person $person): bool
    {
        return ($override['person'] ?? null) === $person->id || in_array($person->id, (array) ($override['swap'] ?? []), true);
    }

    /** Turns are taken, swapped and given among those whose rota it is; whoever arranges rotas may do so on any. */
    public static function refuseOutsiders(Rota $rota, Person ...$people): void
    {
        foreach ($people as $person) {
            if (! Gate::forUser($person)->allows('turn', $rota)) {
                throw Refused::because(
                    "$person->name is not of the team that takes these turns. People of that team take them; a coordinator or an administrator can put others on.",
                );
            }
        }
    }
}
