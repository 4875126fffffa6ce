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
        return match (RotaEntry::tryFrom($kind)) {
            RotaEntry::RotaGivenBack => Sentence::plain("Gave back a turn on {$facts->text('rota')}", self::changes($facts)),
            RotaEntry::RotaTaken => Sentence::plain("Changed {$facts->text('rota')}", self::changes($facts)),
            RotaEntry::RotaMade => Sentence::plain("Made the rota {$facts->text('rota')}"),
            RotaEntry::RotaLayers => Sentence::plain(
                "Changed who takes turns on {$facts->text('rota')}", "{$facts->text('layers')} layers",
            ),
            RotaEntry::RotaEvened => Sentence::plain("Evened out {$facts->text('rota')}", self::changes($facts)),
            RotaEntry::RotaImported => Sentence::plain("Imported turns of {$facts->text('rota')} from a calendar", self::changes($facts)),
            RotaEntry::PersonLeave => Sentence::plain(
                "Imported leave of {$facts->person('person')} from a calendar", "{$facts->text('events')} events",
            ),
            RotaEntry::PersonAbsence => self::absence($facts),
            RotaEntry::HandoverNoted => Sentence::plain('Added to a handover', $facts->text('rota')),
            RotaEntry::HandoverConfirmed => Sentence::plain('Took over', $facts->text('rota')),
            RotaEntry::RotaSwapped => Sentence::plain("Swapped turns on {$facts->text('rota')}", self::changes($facts)),
            RotaEntry::RotaSwapAsked => Sentence::plain("Asked {$facts->person('with')} to swap turns", $facts->text('why')),
            RotaEntry::RotaSwapDeclined => Sentence::plain('Declined to swap turns', $facts->text('rota')),
            RotaEntry::RotaSwapWithdrawn => Sentence::plain('Withdrew a swap request', $facts->text('rota')),
            RotaEntry::RotaSwapLapsed => Sentence::plain(
                "Turns on {$facts->text('rota')} are not swapped", "{$facts->person('person')} has left",
            ),
            RotaEntry::HolidaysChanged => Sentence::plain('Changed the public holidays'),
            null => null,
        };
    }

    /** The first of the changes. */
    private static function changes(Facts $facts): string
    {
        $changes = [];
        foreach (array_slice($facts->all('changes'), 0, self::CHANGES) as $one) {
            if (is_array($one) && is_int($one['from'] ?? null) && is_int($one['to'] ?? null)) {
                $changes[] = [
                    'from' => $one['from'], 'to' => $one['to'], 'was' => is_string($one['was'] ?? null) ? $one['was'] : null,
                    'is' => is_string($one['is'] ?? null) ? $one['is'] : null,
                ];
            }
        }

        return $changes === [] ? $facts->text('old') : implode('; ', ChangeRota::words($facts->text('zone') ?: 'UTC', $changes));
    }

    private static function absence(Facts $facts): Sentence
    {
        $person = $facts->person('person');

        return Sentence::plain(match ($facts->text('kind')) {
            'wish' => "$person would rather not be on call for a while",
            'leave' => "$person is on leave for a while",
            'none' => "$person is not away after all",
            default => $facts->text('old'),
        });
    }

    public function written(): array
    {
        return [];
    }
}
