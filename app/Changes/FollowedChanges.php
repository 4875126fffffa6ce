<?php

declare(strict_types=1);

namespace App\Changes;

use App\Platform\Person;
use App\Updates\Contracts\FollowedRecords;

/** Changes that somebody follows: whoever signs in may read them. */
final class FollowedChanges implements FollowedRecords
{
    public function kind(): string
    {
        return 'change';
    }

    public function title(int $id, Person $reader): ?string
    {
        $change = Change::query()->find($id);

        return $change === null ? null : "{$change->ref()} $change->title";
    }

    public function link(int $id): string
    {
        return "/changes/$id";
    }

    public function noNews(): array
    {
        return [ChangeEntry::Reminded->value];
    }
}
