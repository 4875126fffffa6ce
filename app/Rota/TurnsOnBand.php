<?php

declare(strict_types=1);

namespace App\Rota;

use App\Platform\Contracts\BandRow;
use App\Platform\Person;
use App\Platform\Staff\Names;
use Skarvo\Rota\Segment;

/** Who is on call for the reader's own team. */
final class TurnsOnBand implements BandRow
{
    public function rows(Person $reader, int $from, int $to): array
    {
        $rota = Rota::known()->firstWhere('team_id', $reader->team_id);

        return ['onCall' => $rota === null ? [] : array_map(static fn(Segment $s): array => [
            'from' => $s->from * 1000, 'to' => $s->to * 1000,
            'name' => $s->person === null ? null : Names::person($s->person),
        ], $rota->between($from, $to)->segments)];
    }
}
