<?php

declare(strict_types=1);

namespace App\Rota;

use App\Platform\Contracts\TellsEntries;
use App\Platform\Journal\Facts;
use App\Platform\Journal\Sentence;

/** Words for journal entries. */
final class RotaWords implements TellsEntries
{
    public function tell(string $kind, Facts $facts): ?Sentence
    {
        return match ($kind) {
            'rota.given_back' => Sentence::plain("Gave back a turn on {$facts->text('rota')}", $facts->text('changes')),
            'rota.taken' => Sentence::plain("Changed {$facts->text('rota')}", $facts->text('changes')),
            'rota.made' => Sentence::plain("Made the rota {$facts->text('rota')}"),
            'rota.layers' => Sentence::plain("Changed who takes turns on {$facts->text('rota')}", "{$facts->text('layers')} layers"),
            'rota.evened' => Sentence::plain("Evened out {$facts->text('rota')}", $facts->text('changes')),
            'rota.imported' => Sentence::plain("Imported turns of {$facts->text('rota')} from a calendar", $facts->text('changes')),
            'person.leave' => Sentence::plain("Imported leave of {$facts->text('person')} from a calendar", "{$facts->text('events')} events"),
            'person.absence' => Sentence::plain($facts->text('what')),
            'handover.noted' => Sentence::plain('Added to a handover', $facts->text('rota')),
            'handover.confirmed' => Sentence::plain('Took over', $facts->text('rota')),
            'rota.swapped' => Sentence::plain("Swapped turns on {$facts->text('rota')}", $facts->text('changes')),
            'rota.swap_asked' => Sentence::plain("Asked {$facts->text('with')} to swap turns", $facts->text('why')),
            'rota.swap_declined' => Sentence::plain('Declined to swap turns', $facts->text('rota')),
            'rota.swap_withdrawn' => Sentence::plain('Withdrew a swap request', $facts->text('rota')),
            default => null,
        };
    }

    public function written(): array
    {
        return [];
    }
}
