<?php

declare(strict_types=1);

namespace App\Updates;

use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Moment;
use App\Platform\Person;
use App\Platform\Refused;
use Illuminate\Support\Facades\DB;

/** Somebody decides what outsiders read of a service that is worse than was published. Call it inside a transaction. */
final class DecideDoubt
{
    /**
     * @param  string  $name  by which the public knows the service
     * @param  bool  $admit  whether the status page says that it is looked into
     *
     * @throws Refused if it is as was published by now
     */
    public function __invoke(string $name, bool $admit, string $why, Person $by): void
    {
        $doubt = collect(PublicStates::doubtful())
            ->firstWhere('name', $name) ?? throw Refused::because("$name is as was published by now.");
        DB::table('public_doubts')->upsert([[
            'name' => $name, 'state' => $doubt['state']->value, 'admitted' => $admit, 'why' => $why, 'person_id' => $by->id,
            'at' => Moment::precise(now()),
        ]], ['name']);
        Journal::write(
            Actor::person($by), $admit ? UpdateEntry::StatusAdmitted : UpdateEntry::StatusKept, ['service', $doubt['item']],
            ['name' => $name, 'state' => $doubt['state']->value, 'why' => $why],
        );
    }
}
