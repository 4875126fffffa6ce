<?php

declare(strict_types=1);

namespace App\Tickets;

use App\Incidents\Incident;
use App\Topology\NamedItems;
use App\Updates\AffectedAtPlace;
use Illuminate\Database\Eloquent\Collection;
use Skarvo\Tickets\Suggest\Identifiers;
use Skarvo\Tickets\Suggest\Similar;
use Skarvo\Tickets\TicketState;

/**
 * What stands beside the words while somebody types what a caller says: what it is probably about, what is known to be
 * wrong, the caller's other tickets, tickets that say about the same, and what to answer.
 *
 * @phpstan-import-type Suggested from Suggestions
 * @phpstan-import-type ReadItem from TicketPage
 * @phpstan-import-type Guess from TicketPage
 * @phpstan-import-type AffectedLine from AffectedAtPlace
 *
 * @phpstan-type CallTicket array{id: int, ref: string, what: string, state: string, alike: float|null, answer: string|null}
 * @phpstan-type CallLook array{
 *     suggested: list<Suggested>, items: list<ReadItem>, known: list<Guess>, affected: AffectedLine|null,
 *     theirs: list<CallTicket>, similar: list<CallTicket>,
 * }
 */
final class PhoneCall
{
    /** As many of the latest are looked through for the same. */
    private const LOOKED_THROUGH = 300;

    private const SHOWN = 4;

    /** A name of two letters is anybody's. */
    private const SHORTEST_NAME = 3;

    /** @return CallLook */
    public static function look(string $text, string $who, ?string $service, ?string $place): array
    {
        $suggested = trim($text) === '' ? [] : Suggestions::told($text, $place);
        $service ??= array_column($suggested, 'choices', 'field')['service'][0]['value'] ?? null;
        $incidents = Incident::allOpen()->keyBy('id');
        $items = [];
        foreach (NamedItems::of(Identifiers::in($text)) as $read => $item) {
            $items[$item->id] ??= ['id' => $item->id, 'name' => $item->name, 'kind' => $item->kind, 'read' => (string) $read, 'in' => null];
        }
        $known = [];
        foreach (trim($text) === '' ? [] : Guesses::ofWords($text, $service, $place) as $guess) {
            $incident = $incidents->get($guess['incident']);
            if ($incident !== null) {
                $known[] = [
                    'id' => $incident->id, 'ref' => $incident->ref(), 'title' => $incident->title, 'score' => $guess['score'],
                    'because' => $guess['because'],
                ];
            }
        }

        return [
            'suggested' => $suggested, 'items' => array_slice(array_values($items), 0, self::SHOWN), 'known' => $known,
            'affected' => AffectedAtPlace::by($service, $place), 'theirs' => self::theirs($who), 'similar' => self::similar($text),
        ];
    }

    /** @return list<CallTicket> of whoever calls, by name or address, the open ones first */
    private static function theirs(string $who): array
    {
        $who = trim($who);
        if (mb_strlen($who) < self::SHORTEST_NAME) {
            return [];
        }
        $tickets = Ticket::query()->with(['report', 'posts'])
            ->whereHas(
                'report',
                static fn($query) => $query->whereRaw('lower(name) = ?', [mb_strtolower($who)])
                    ->orWhereRaw('lower(email) = ?', [mb_strtolower($who)]),
            )
            ->orderByRaw('case when closed_at is null then 0 else 1 end')->latest('opened_at')->limit(self::SHOWN)->get();

        return self::lines($tickets, []);
    }

    /** @return list<CallTicket> */
    private static function similar(string $text): array
    {
        $texts = [];
        foreach (
            Ticket::query()->join('reports', 'reports.id', '=', 'tickets.report_id')->where('reports.what', '!=', ForgetReporter::ERASED)
                ->latest('tickets.id')->limit(self::LOOKED_THROUGH)->pluck('reports.what', 'tickets.id') as $id => $what
        ) {
            $texts[(int) $id] = (string) $what;
        }
        $alike = Similar::to($text, $texts, self::SHOWN);
        $tickets = Ticket::query()->with(['report', 'posts'])->whereKey(array_keys($alike))->get()
            ->sortByDesc(static fn(Ticket $one): float => $alike[$one->id]);

        return self::lines($tickets, $alike);
    }

    /**
     * @param  Collection<int, Ticket>  $tickets
     * @param  array<int, float>  $alike
     * @return list<CallTicket>
     */
    private static function lines(Collection $tickets, array $alike): array
    {
        return array_values($tickets->map(static fn(Ticket $one): array => [
            'id' => $one->id, 'ref' => $one->ref(), 'what' => $one->reported()->what, 'state' => $one->state->words(),
            'alike' => isset($alike[$one->id]) ? round($alike[$one->id], 2) : null,
            // What ended it may end this one too.
            'answer' => $one->state !== TicketState::Done ? null : $one->posts->where('is_internal', false)
                ->whereNotNull('person_id')->last()?->text,
        ])->all());
    }
}
