<?php

declare(strict_types=1);

namespace App\Platform\Contracts;

/** What is wrong with Skarvo itself. */
interface Troubles
{
    /** @return list<array{kind: 'stopped'|'broken'|'path', what: string, does: string, since: string|null}> since: RFC 3339, in UTC */
    public function troubles(): array;
}
