<?php

declare(strict_types=1);

namespace App\Rota;

use App\Platform\Contracts\TellsEntries;
use App\Platform\Journal\Facts;
use App\Platform\Journal\Sentence;

/** Words for journal entries. */
final class RotaWords implements TellsEntries
{
    private const CHANGES = 3;

    public function tell(string $kind, Facts $facts): ?Sentence
    {
        return match ($kind) {
            'rota.given_back' => Sentence::plain("Gave back a turn on {$facts->text('rota')}", self::changes($facts)),
            'rota.taken' => Sentence::plain("Changed {$facts->text('rota')}", self::changes($facts)),
            'rota.made' => Sentence::plain("Made the rota {$facts->text('rota')}"),
            'rota.layers' => Sentence::plain("Changed who takes turns on {$facts->text('rota')}", "{$facts->text('layers')} layers"),
            'rota.evened' => Sentence::plain("Evened out {$facts->text('rota')}", self::changes($facts)),
            'rota.imported' => Sentence::plain("Imported turns of {$facts->text('rota')} from a calendar", self::changes($facts)),
            'person.leave' => Sentence::plain(
                "Imported leave of {$facts->text('person')} from a calendar", "{$facts->text('events')} events",
            ),
            'person.absence' => self::absence($facts),
            'handover.noted' => Sentence::plain('Added to a handover', $facts->text('rota')),
            'handover.confirmed' => Sentence::plain('Took over', $facts->text('rota')),
            'rota.swapped' => Sentence::plain("Swapped turns on {$facts->text('rota')}", self::changes($facts)),
            'rota.swap_asked' => Sentence::plain("Asked {$facts->text('with')} to swap turns", $facts->text('why')),
            'rota.swap_declined' => Sentence::plain('Declined to swap turns', $facts->text('rota')),
            'rota.swap_withdrawn' => Sentence::plain('Withdrew a swap request', $facts->text('rota')),
            default => null,
        };
    }

    /** The first of the changes. */
    private static function changes(Facts $facts): string
    {
        // An older kind of entry has them in words.
        if ($facts->text('changes') !== '') {
            return $facts->text('changes');
        }
        $changes = [];
        foreach (array_slice($facts->all('changes'), 0, self::CHANGES) as $one) {
            if (is_array($one) && is_int($one['from'] ?? null) && is_int($one['to'] ?? null)) {
                $changes[] = [
                    'from' => $one['from'], 'to' => $one['to'], 'was' => is_string($one['was'] ?? null) ? $one['was'] : null,
                    'is' => is_string($one['is'] ?? null) ? $one['is'] : null,
                ];
            }
        }

        return implode('; ', ChangeRota::words($facts->text('zone') ?: 'UTC', $changes));
    }

    private static function absence(Facts $facts): Sentence
    {
        $person = $facts->text('person');

        return Sentence::plain(match ($facts->text('kind')) {
            'wish' => "$person would rather not be on call for a while",
            'leave' => "$person is on leave for a while",
            'none' => "$person is not away after all",
            // An older kind of entry, in words.
            default => $facts->text('what'),
        });
    }

    public function written(): array
    {
        return [];
    }
}
