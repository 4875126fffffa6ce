<?php

declare(strict_types=1);

namespace App\Platform\Contracts;

use App\Platform\Person;
use Carbon\CarbonInterface;

/**
 * Records of which something is known that may help again. Their words are kept up with the journal: whatever is written about
 * a subject has the record looked at anew.
 *
 * @phpstan-type KnownText array{title: string, body: string}
 * @phpstan-type KnownLine array{kind: string, id: int, ref: string, title: string, more: string, link: string, at: CarbonInterface,
 *      loose: bool}
 */
interface Knows
{
    /** Of these records, unlike that of any other. */
    public function kind(): string;

    /** Of the subjects of the journal's entries after which they are looked at. */
    public function subject(): string;

    /**
     * @param  list<int>  $subjects
     * @return array<int, KnownText|null> by record; null: nothing is to be kept of it
     */
    public function texts(array $subjects): array;

    /**
     * @param  list<int>  $records
     * @return array<int, KnownLine> by record, those that the reader may see; loose: it belongs to no incident yet
     */
    public function lines(array $records, Person $reader): array;
}
