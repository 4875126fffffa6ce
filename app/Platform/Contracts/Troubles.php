<?php

declare(strict_types=1);

namespace App\Platform\Contracts;

/**
 * What is wrong with Skarvo itself.
 *
 * @phpstan-type Trouble array{kind: 'stopped'|'broken'|'path', what: string, does: string, since: string|null}
 */
interface Troubles
{
    /** @return list<Trouble> since: RFC 3339, in UTC */
    public function troubles(): array;
}
