<?php

declare(strict_types=1);

namespace App\Rota;

use App\Platform\Contracts\EntryKind;
use App\Platform\Journal\Particular;

/** Kinds of entries in the journal. */
enum RotaEntry: string implements EntryKind
{
    case RotaGivenBack = 'rota.given_back';
    case RotaTaken = 'rota.taken';
    case RotaMade = 'rota.made';
    case RotaLayers = 'rota.layers';
    case RotaEvened = 'rota.evened';
    case RotaImported = 'rota.imported';
    case PersonLeave = 'person.leave';
    case PersonAbsence = 'person.absence';
    case HandoverNoted = 'handover.noted';
    case HandoverConfirmed = 'handover.confirmed';
    case RotaSwapped = 'rota.swapped';
    case RotaSwapAsked = 'rota.swap_asked';
    case RotaSwapDeclined = 'rota.swap_declined';
    case RotaSwapWithdrawn = 'rota.swap_withdrawn';
    /** One of the two has left. */
    case RotaSwapLapsed = 'rota.swap_lapsed';
    case HolidaysChanged = 'holidays.changed';

    public function particulars(): array
    {
        return match ($this) {
            self::PersonLeave, self::PersonAbsence, self::RotaSwapLapsed => ['person' => Particular::Person],
            self::RotaSwapAsked => ['with' => Particular::Person, 'why' => Particular::Words],
            default => [],
        };
    }
}
