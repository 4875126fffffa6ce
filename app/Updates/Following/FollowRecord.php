<?php

declare(strict_types=1);

namespace App\Updates\Following;

use App\Platform\Given;
use App\Platform\Journal\Journal;
use App\Platform\Person;
use App\Updates\Contracts\FollowedRecords;
use Illuminate\Support\Facades\DB;

/** Somebody who signs in follows a ticket or a change: what happens to it from now on they are mailed. */
final readonly class FollowRecord
{
    public function __construct(private Person $by, private FollowedRecords $kind, private int $id) {}

    /** @return FollowedRecords|null null: nothing of that kind is followed */
    public static function kind(string $kind): ?FollowedRecords
    {
        foreach (Given::all(FollowedRecords::class) as $one) {
            if ($one->kind() === $kind) {
                return $one;
            }
        }

        return null;
    }

    /** Whether it is there, and theirs to read. */
    public function isReadable(): bool
    {
        return $this->kind->title($this->id, $this->by) !== null;
    }

    public function follows(): bool
    {
        return DB::table('record_followers')->where($this->key())->exists();
    }

    /** Twice changes nothing. */
    public function begin(): void
    {
        DB::table('record_followers')->insertOrIgnore([...$this->key(), 'since' => now(), 'told_seq' => Journal::head()]);
    }

    public function end(): void
    {
        DB::table('record_followers')->where($this->key())->delete();
    }

    /** @return array{kind: string, record_id: int, person_id: string} */
    private function key(): array
    {
        return ['kind' => $this->kind->kind(), 'record_id' => $this->id, 'person_id' => $this->by->id];
    }
}
