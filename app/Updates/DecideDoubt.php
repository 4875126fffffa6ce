<?php

declare(strict_types=1);

namespace App\Updates;

use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Moment;
use App\Platform\Person;
use App\Platform\Refused;
use App\Platform\Staff\Names;
use Illuminate\Support\Facades\DB;
use Skarvo\Topology\State;

/** Somebody decides what outsiders read of a service that is worse than was published. Call it inside a transaction. */
final class DecideDoubt
{
    /**
     * @param  string  $name  by which the public knows the service
     * @param  State  $seen  how they saw that it is
     * @param  bool  $admit  whether the status page says that it is looked into
     *
     * @throws Refused if it is as was published by now, or worse than they saw, or somebody decided otherwise meanwhile
     */
    public function __invoke(string $name, State $seen, bool $admit, string $why, Person $by): void
    {
        $doubt = collect(PublicStates::doubtful())
            ->firstWhere('name', $name) ?? throw Refused::because("$name is as was published by now.");
        if ($doubt['state']->rank() > $seen->rank()) {
            throw Refused::because("$name is worse by now than you saw. Look again, then decide.");
        }
        $before = $doubt['admitted'] === null
            ? null
            : DB::table('public_doubts')->where('name', $name)->value('person_id');
        if (is_string($before)) {
            if ($doubt['admitted'] === $admit) {
                return;
            }
            throw Refused::because(Names::person($before).' decided meanwhile: '.(
                $doubt['admitted'] ? "outsiders read that $name is looked into." : "the status page stays as it is about $name."
            ));
        }
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
