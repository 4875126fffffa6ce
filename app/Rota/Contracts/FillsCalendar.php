<?php

declare(strict_types=1);

namespace App\Rota\Contracts;

/** Something besides turns that people read in their own calendars. */
interface FillsCalendar
{
    /** As which it is asked for, unlike any other. */
    public function kind(): string;

    /** What the calendar is called. */
    public function name(): string;

    /**
     * @param  int  $from  seconds since the epoch
     * @param  int  $to  likewise
     * @return list<array<string, mixed>> properties of events (RFC 5545), each with a UID that stays
     */
    public function events(int $from, int $to): array;
}
