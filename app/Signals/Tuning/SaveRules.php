<?php

declare(strict_types=1);

namespace App\Signals\Tuning;

use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Moment;
use App\Platform\Person;
use App\Platform\Refused;
use App\Signals\SignalEntry;
use App\Signals\TakeSignals;
use Illuminate\Support\Facades\DB;

/**
 * Makes a further version of the rules: those before it are kept, and signals that were accepted before it keep theirs.
 * Call it inside a transaction.
 */
final class SaveRules
{
    /**
     * @param  int  $version  the version that was edited
     * @param  int|null  $restoredFrom  the earlier version that this one is, if it is one
     *
     * @throws Refused if somebody saved another one meanwhile
     */
    public function __invoke(RuleList $rules, int $version, string $note, Person $by, ?int $restoredFrom = null): int
    {
        $latest = DB::table('rule_sets')
            ->leftJoin('people', 'people.id', '=', 'rule_sets.author_id')->orderByDesc('rule_sets.id')
            ->first(['rule_sets.id', 'people.name']);
        if ((int) $latest?->id !== $version) {
            throw Refused::because(
                ($latest->name ?? 'Somebody')
                    ." saved version {$latest?->id} meanwhile. What you changed is still here: look at theirs, then save yours on top of it.",
                'version',
            );
        }
        $made = DB::table('rule_sets')->insertGetId([
            'settings' => json_encode($rules->stored, JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES),
            'note' => $note, 'author_id' => $by->id, 'at' => Moment::precise(now()),
            'after_signal_id' => (int) DB::table('signals')->max('id'), 'restored_from' => $restoredFrom,
        ]);
        TakeSignals::lookAtAll();
        Journal::write(Actor::person($by), SignalEntry::RulesSaved, ['rules', $made], ['version' => $made, 'note' => $note]);

        return $made;
    }
}
