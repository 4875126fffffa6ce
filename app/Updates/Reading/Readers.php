<?php

declare(strict_types=1);

namespace App\Updates\Reading;

use App\Incidents\Incident;
use App\Platform\Outbox\Outbox;
use App\Platform\Person;
use App\Platform\Refused;
use App\Platform\Staff\Contact;
use App\Updates\Update;
use Carbon\CarbonImmutable;
use Illuminate\Support\Facades\DB;

/**
 * Who has opened an update, and who says that they have read it; of those who must know, who has not.
 *
 * @phpstan-type ReaderLine array{
 *     person: string, name: string, audience: string, opened: CarbonImmutable|null, confirmed: CarbonImmutable|null,
 *     reminded: CarbonImmutable|null,
 *     phone: string|null,
 * }
 * @phpstan-type ReadersLine array{update: int, number: int, readers: list<ReaderLine>, others: int}
 */
final class Readers
{
    /** Nobody is reminded of the same within so many minutes. */
    public const AGAIN_MINUTES = 10;

    /** Of the outbox: before what is not urgent. */
    private const RANK = 3;

    /** Called in the transaction in which they are told. */
    public static function mustRead(Update $update, Person $person, string $audience): void
    {
        DB::table('update_reads')->upsert(
            [['update_id' => $update->id, 'person_id' => $person->id, 'audience' => $audience]], ['update_id', 'person_id'], ['audience']
        );
    }

    /** Twice changes nothing: the first time counts. */
    public static function note(Update $update, Person $by, bool $isConfirmed): void
    {
        DB::transaction(static function () use ($update, $by, $isConfirmed): void {
            DB::table('update_reads')->insertOrIgnore(['update_id' => $update->id, 'person_id' => $by->id]);
            $mine = DB::table('update_reads')->where('update_id', $update->id)->where('person_id', $by->id);
            (clone $mine)->whereNull('opened_at')->update(['opened_at' => now()]);
            if ($isConfirmed) {
                (clone $mine)->whereNull('confirmed_at')->update(['confirmed_at' => now()]);
            }
        });
    }

    /**
     * @throws Refused where there is nothing to remind of
     */
    public static function remind(Update $update, Person $person): void
    {
        DB::transaction(static function () use ($update, $person): void {
            $row = DB::table('update_reads')->where('update_id', $update->id)->where('person_id', $person->id)->whereNotNull('audience')
                ->lockForUpdate()->first();
            if ($row === null) {
                throw Refused::because("$person->name is not among those who must know.");
            }
            if ($row->confirmed_at !== null) {
                throw Refused::because("$person->name has read it meanwhile.");
            }
            if (
                $row->reminded_at !== null
                && CarbonImmutable::parse((string) $row->reminded_at)->isAfter(now()->subMinutes(self::AGAIN_MINUTES))
            ) {
                throw Refused::because("$person->name was reminded less than ".self::AGAIN_MINUTES.' minutes ago. Ring them.');
            }
            DB::table('update_reads')->where('update_id', $update->id)->where('person_id', $person->id)->update(['reminded_at' => now()]);
            Outbox::put(
                'reminder', "reminder-$update->id-$person->id-".now()->getTimestamp(), ['update' => $update->id, 'person' => $person->id, 'at' => now()->getTimestamp()],
                now(), self::RANK
            );
        });
    }

    /**
     * A reminder did not get there: they were not reminded, and may be at once.
     *
     * @param  int  $at  when that was asked for, in seconds since the epoch: a later one is still on its way
     */
    public static function notReminded(int $update, string $person, int $at): void
    {
        DB::table('update_reads')->where('update_id', $update)->where('person_id', $person)->whereNull('confirmed_at')
            ->where('reminded_at', '<', CarbonImmutable::createFromTimestampUTC($at + 1))->update(['reminded_at' => null]);
    }

    /** @return ReadersLine|null of the last update; null: nobody must know of it */
    public static function of(Incident $incident): ?array
    {
        $update = Update::ofIncident($incident->id)->first();
        if ($update === null) {
            return null;
        }
        $rows = DB::table('update_reads')->join('people', 'people.id', '=', 'update_reads.person_id')->where('update_id', $update->id)
            ->whereNull('people.left_at')
            ->orderByRaw('confirmed_at is not null')->orderBy('people.name')->get(['update_reads.*', 'people.name']);
        $phones = Contact::query()->whereIn('person_id', $rows->pluck('person_id'))->where('channel', 'voice')->orderBy('after_seconds')
            ->get()
            ->unique('person_id')->pluck('address', 'person_id');
        $readers = [];
        $at = static fn(mixed $one): ?CarbonImmutable => is_string($one) ? CarbonImmutable::parse($one, 'UTC') : null;
        foreach ($rows->whereNotNull('audience') as $row) {
            $readers[] = [
                'person' => (string) $row->person_id, 'name' => (string) $row->name, 'audience' => (string) $row->audience,
                'opened' => $at($row->opened_at),
                'confirmed' => $at($row->confirmed_at), 'reminded' => $at($row->reminded_at),
                'phone' => $row->confirmed_at === null && isset($phones[$row->person_id]) ? (string) $phones[$row->person_id] : null,
            ];
        }

        return [
            'update' => $update->id, 'number' => $update->number, 'readers' => $readers,
            'others' => $rows->whereNull('audience')->whereNotNull('opened_at')->count(),
        ];
    }
}
