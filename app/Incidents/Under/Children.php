<?php

declare(strict_types=1);

namespace App\Incidents\Under;

use App\Incidents\Incident;
use App\Incidents\Link;
use App\Incidents\LinkKind;
use App\Platform\Look;
use Illuminate\Database\Eloquent\Collection;

/** Which incidents are part of a major one. */
final class Children
{
    /** @return Collection<int, Link> what ties incidents to larger ones: read once in a look at a screen */
    private static function links(): Collection
    {
        return Look::once('incidents under others', static fn(): Collection => Link::query()->holds()
            ->where('kind', LinkKind::Under)->where('from_kind', Incident::KIND)->orderBy('id')->get());
    }

    /** @return list<int> */
    public static function of(int $incident): array
    {
        return array_values(self::links()->where('to_id', $incident)->pluck('from_id')->all());
    }

    /** @return list<int> those that Skarvo put there */
    public static function byItself(int $incident): array
    {
        return array_values(self::links()->where('to_id', $incident)->where('by_itself', true)->pluck('from_id')->all());
    }

    /** @return int|null the one that it is part of */
    public static function parentOf(int $incident): ?int
    {
        return self::links()->firstWhere('from_id', $incident)?->to_id;
    }
}
