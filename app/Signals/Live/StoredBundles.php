<?php

declare(strict_types=1);

namespace App\Signals\Live;

use Illuminate\Support\Facades\DB;
use Skarvo\Signals\Live\Bundle;
use Skarvo\Signals\Live\StoredBundle;

/** Rows of bundles as a flood changes them: each statement is prepared once, and a repeat touches no index. */
final readonly class StoredBundles
{
    private \PDO $pdo;

    private \PDOStatement $goOn;

    private \PDOStatement $put;

    private \PDOStatement $name;

    /** @param  int  $now  seconds since the epoch */
    public function __construct(private int $now)
    {
        $this->pdo = DB::connection()->getPdo();
        $this->goOn = $this->pdo->prepare(
            'update bundles set states = ? where id = ? and busy = 1 and next_look_at > ? and next_look_at <= ?'
        );
        $this->put = $this->pdo->prepare('insert into bundles (id, states, next_look_at, busy, touched_at) values (?, ?, ?, ?, ?)
            on conflict (id) do update set states = excluded.states, next_look_at = excluded.next_look_at, busy = excluded.busy, touched_at = excluded.touched_at');
        $this->name = $this->pdo->prepare(
            'insert into bundle_members (kind, name, bundle_id) values (?, ?, ?) on conflict (kind, name) do update set bundle_id = excluded.bundle_id'
        );
    }

    /**
     * @param  int|null  $next  when it is to be looked at; null: never
     * @param  list<int>  $was  numbers of those that it was before
     * @param  list<array{'f'|'k', string}>  $new  families and keys that it has come to know
     * @return int its number
     */
    public function put(Bundle $bundle, ?int $next, bool $busy, array $was, array $new): int
    {
        $id = $was[0] ?? null;
        $states = StoredBundle::write($bundle);
        // It may be looked at sooner than it need be, which changes nothing: what repeats moves its next look each time.
        $goesOn = $id !== null && $busy && $next !== null && $this->isChanged($this->goOn, [$states, $id, $this->now, $next]);
        if (! $goesOn) {
            $this->put->execute([$id, $states, $next, $busy ? 1 : 0, $this->now]);
            $id ??= (int) $this->pdo->lastInsertId();
        }
        if (count($was) > 1) {
            DB::table('bundles')->whereIn('id', array_slice($was, 1))->delete();
            DB::table('bundle_members')->whereIn('bundle_id', array_slice($was, 1))->update(['bundle_id' => $id]);
        }
        foreach ($new as [$kind, $text]) {
            $this->name->execute([$kind, $text, $id]);
        }

        return $id;
    }

    /** @param  list<mixed>  $values */
    private function isChanged(\PDOStatement $statement, array $values): bool
    {
        $statement->execute($values);

        return $statement->rowCount() === 1;
    }
}
