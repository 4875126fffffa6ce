<?php

declare(strict_types=1);

namespace App\Incidents;

use App\Platform\Journal\Entry;
use App\Platform\Look;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Collection;

/** What was written down of an incident: in its own journal, in those merged into it, and in that from which it was split, so far. */
final class Story
{
    /** As many as are read first: telling thousands takes a second. */
    private const END = 100;

    /** What a room says of it beside the journal itself. */
    private const NOTED = [
        IncidentEntry::RoomEntered, IncidentEntry::RoomLeft, IncidentEntry::OwnerTold, IncidentEntry::IncidentDecision,
    ];

    /** @return Collection<int, Entry> all of it, the oldest first: read once in a look at a screen */
    public static function of(Incident $incident): Collection
    {
        return Look::once("story of $incident->id", static fn(): Collection => self::entries($incident)->orderBy('seq')->get());
    }

    /** @return Collection<int, Entry> the latest ones, the oldest of them first */
    public static function end(Incident $incident): Collection
    {
        return self::read($incident)[1];
    }

    /** How many entries it has. */
    public static function length(Incident $incident): int
    {
        $end = count(self::end($incident));

        return $end < self::END ? $end : self::entries($incident)->count();
    }

    /** @return Collection<int, Entry> who came and left, who was told and what was decided, the oldest first */
    public static function noted(Incident $incident): Collection
    {
        return self::read($incident)[0];
    }

    /**
     * @return array{Collection<int, Entry>, Collection<int, Entry>} what is noted of it, and its end: read at once, and once in a look at a
     *      screen
     */
    private static function read(Incident $incident): array
    {
        return Look::once("end of the story of $incident->id", static function () use ($incident): array {
            $latest = self::entries($incident)->latest('seq')->limit(self::END)->select('seq');
            $entries = self::entries($incident)
                ->where(static fn($any) => $any->whereIn('kind', self::NOTED)->orWhereIn('seq', $latest))->orderBy('seq')->get();
            $noted = array_column(self::NOTED, 'value');

            return [$entries->whereIn('kind', $noted)->values(), $entries->take(-self::END)->values()];
        });
    }

    /** @return Builder<Entry> */
    private static function entries(Incident $incident): Builder
    {
        $parts = Look::once("parts of the story of $incident->id", static fn(): array => self::parts($incident));

        return Entry::query()->where(static function (Builder $any) use ($parts): void {
            foreach ($parts as [$id, $until]) {
                $any->orWhere(
                    static fn($one) => $one->about(Incident::KIND, $id)
                        ->when($until !== null, static fn($part) => $part->where('seq', '<=', $until))
                );
            }
        });
    }

    /**
     * @return list<array{int, int|null}> whose journals are its story, and how far: those merged into it, and those from which any was
     *      split
     */
    private static function parts(Incident $incident): array
    {
        $parts = [];
        $next = [[$incident->id, null, $incident->split_from_id, $incident->split_seq]];
        while ($next !== []) {
            [$id, $until, $from, $seq] = array_shift($next);
            if (in_array([$id, $until], $parts, true)) {
                continue;
            }
            $parts[] = [$id, $until];
            if ($from !== null) {
                $parent = Incident::query()->findOrFail($from);
                $next[] = [$parent->id, min($until ?? (int) $seq, (int) $seq), $parent->split_from_id, $parent->split_seq];
            }
            $merged = array_slice(Incident::mergedInto($id), 1);
            foreach ($merged === [] ? [] : Incident::query()->whereKey($merged)->get() as $one) {
                $next[] = [$one->id, $until, $one->split_from_id, $one->split_seq];
            }
        }

        return $parts;
    }
}
