<?php

declare(strict_types=1);

namespace App\Rota;

use App\Platform\Contracts\RunningClock;
use App\Platform\Contracts\RunsOut;
use App\Platform\Moment;
use App\Platform\Staff\Names;
use Illuminate\Support\Facades\DB;

/** Handovers that are near, and those that nobody has confirmed though there is something to read. */
final class HandoverClocks implements RunsOut
{
    private const AHEAD_SECONDS = 2 * 3600;

    private const CONFIRM_WITHIN_SECONDS = 1800;

    public function clocks(): array
    {
        $now = Moment::now();

        return [...self::near($now), ...self::unconfirmed($now)];
    }

    /** @return list<RunningClock> */
    private static function near(int $now): array
    {
        $clocks = [];
        $absences = [...Absences::between($now, $now + self::AHEAD_SECONDS), ...Absences::ofLeavers()];
        foreach (Rota::known() as $rota) {
            $segments = $rota->planned($now, $now + self::AHEAD_SECONDS)->without($absences)->segments;
            if (count($segments) > 1) {
                $clocks[] = new RunningClock(
                    "handover-$rota->id", 'Handover, '.Names::team($rota->team_id),
                    self::name($segments[0]->person).' to '.self::name($segments[1]->person),
                    Moment::of($segments[1]->from), Moment::of($segments[1]->from - self::AHEAD_SECONDS), '/handovers', false,
                );
            }
        }

        return $clocks;
    }

    /** @return list<RunningClock> */
    private static function unconfirmed(int $now): array
    {
        $clocks = [];
        $noted = DB::table('handovers')->join('rotas', 'rotas.id', '=', 'rota_id')->whereNull('confirmed_at')->where('added', '!=', '')
            ->whereBetween('at', [$now - self::AHEAD_SECONDS * 6, $now])->get(['handovers.id', 'at', 'rotas.name', 'comes_id']);
        foreach ($noted as $row) {
            $clocks[] = new RunningClock(
                "confirm-$row->id", "Handover not confirmed, $row->name", self::name($row->comes_id).' has to read it',
                Moment::of((int) $row->at + self::CONFIRM_WITHIN_SECONDS), Moment::of((int) $row->at), '/handovers', true,
            );
        }

        return $clocks;
    }

    private static function name(?string $person): string
    {
        return $person === null ? 'nobody' : Names::person($person);
    }
}
