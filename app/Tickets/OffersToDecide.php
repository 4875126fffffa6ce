<?php

declare(strict_types=1);

namespace App\Tickets;

use App\Platform\Contracts\Decisions;
use App\Platform\CurrentPerson;
use App\Platform\Person;
use App\Platform\Staff\Names;
use Carbon\CarbonImmutable;
use Illuminate\Http\Request;

/**
 * Tickets that somebody hands to whoever looks at the first screen, and that wait for their yes or no.
 *
 * @phpstan-type OfferLine array{id: int, ref: string, what: string, who: string, offered: array{to: string, by: string, mine: bool}}
 */
final class OffersToDecide implements Decisions
{
    public function decisions(Request $request, ?CarbonImmutable $from, ?CarbonImmutable $to): array
    {
        $reader = CurrentPerson::of($request);

        return ['offers' => static fn(): array => self::to($reader)];
    }

    /** @return list<OfferLine> */
    private static function to(Person $reader): array
    {
        return array_values(Ticket::query()->with(
            [...Ticket::NEEDS, 'translation', 'person', 'team']
        )->open()->where('offered_to_id', $reader->id)
            ->orderBy('id')->get()->map(static fn(Ticket $one): array => [
                'id' => $one->id, 'ref' => $one->ref(), 'what' => $one->words(),
                'who' => $one->who(),
                'offered' => ['to' => $reader->name, 'by' => Names::person($one->offered_by_id), 'mine' => true],
            ])->all());
    }
}
