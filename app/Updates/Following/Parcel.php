<?php

declare(strict_types=1);

namespace App\Updates\Following;

use App\Updates\Update;

/** What goes to one follower at once. */
final readonly class Parcel
{
    /**
     * @param  non-empty-list<Update>  $updates  one of each incident
     * @param  string  $key  by which the other side tells a repeat
     */
    public function __construct(public Subscription $to, public array $updates, public string $key) {}
}
