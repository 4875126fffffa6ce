<?php

declare(strict_types=1);

namespace App\Updates\Contracts;

use App\Platform\Person;

/** Records of a kind that somebody who signs in follows: what is written into the story of one is mailed to them. */
interface FollowedRecords
{
    /** As the journal names what an entry is about, and addresses of the application do. */
    public function kind(): string;

    /** @return string|null its reference and title; null: there is none, or it is not theirs to read */
    public function title(int $id, Person $reader): ?string;

    public function link(int $id): string;

    /** @return list<string> kinds of entries that change nothing for whoever waits for it */
    public function noNews(): array;
}
