<?php

declare(strict_types=1);

namespace App\Rota;

use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Person;
use App\Platform\Refused;
use Illuminate\Support\Facades\DB;

/**
 * One turn handed over to the next: added to by whoever leaves, confirmed by whoever comes. Call it inside a transaction.
 *
 * @phpstan-import-type Near from Handovers
 */
final class HandTurnOver
{
    /**
     * @param  Near  $one
     * @param  int  $seen  the version that was on the screen; 0: nobody had written
     *
     * @throws Refused if it was confirmed, or written to, meanwhile
     */
    public function note(Rota $rota, array $one, string $text, int $seen, Person $by): void
    {
        $row = self::row($rota, $one);
        if ($row->confirmed_at !== null) {
            throw Refused::because('This handover was confirmed meanwhile. Tell whoever came; your text is still here.');
        }
        if ((int) $row->version !== $seen && $seen !== 0) {
            throw Refused::because(
                'Somebody else wrote here meanwhile. Your text is still here: take over what you need of theirs, and save again.',
            );
        }
        DB::table('handovers')->where('id', $row->id)->update(['added' => $text, 'version' => (int) $row->version + 1]);
        Journal::write(Actor::person($by), RotaEntry::HandoverNoted, ['rota', $rota->id], ['rota' => $rota->name]);
    }

    /**
     * What was gathered is kept as it is now. A second time it changes nothing.
     *
     * @param  Near  $one
     */
    public function confirm(Rota $rota, array $one, Person $by): void
    {
        $row = self::row($rota, $one);
        if ($row->confirmed_at !== null) {
            return;
        }
        DB::table('handovers')
            ->where('id', $row->id)
            ->update([
                'confirmed_at' => now(), 'confirmed_by' => $by->id,
                'gathered' => json_encode(
                    Handovers::gather($rota, $one['since'], min($one['at'], now()->getTimestamp())), JSON_THROW_ON_ERROR,
                ),
            ]);
        Journal::write(Actor::person($by), RotaEntry::HandoverConfirmed, ['rota', $rota->id], ['rota' => $rota->name]);
    }

    /** @param  Near  $one */
    private static function row(Rota $rota, array $one): \stdClass
    {
        DB::table('handovers')->insertOrIgnore([
            'rota_id' => $rota->id, 'at' => $one['at'], 'leaves_id' => $one['leaves'], 'comes_id' => $one['comes'],
            'gathered' => '[]', 'added' => '', 'version' => 1,
        ]);

        return DB::table('handovers')->where('rota_id', $rota->id)
            ->where('at', $one['at'])->first() ?? throw new \LogicException('It was just made.');
    }
}
