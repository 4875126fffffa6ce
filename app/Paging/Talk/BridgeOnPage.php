<?php

declare(strict_types=1);

namespace App\Paging\Talk;

use App\Incidents\Incident;
use App\Incidents\Occasion;
use App\Paging\Contracts\OnThePage;
use App\Paging\Page;

/** Where to ring in, for whoever is called to an incident and has only their phone. */
final class BridgeOnPage implements OnThePage
{
    public function page(Occasion $occasion, Page $page): array
    {
        $bridge = $occasion->kind === Incident::KIND
            ? Bridge::query()->open()->where('incident_id', $occasion->record_id)->whereNotNull('number')->first()
            : null;

        return ['bridge' => $bridge?->number];
    }
}
