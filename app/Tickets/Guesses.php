<?php

declare(strict_types=1);

namespace App\Tickets;

use App\Incidents\Incident;
use App\Incidents\Link;
use App\Incidents\LinkKind;
use App\Incidents\Report;
use App\Incidents\Situation;
use App\Platform\Look;
use App\Platform\Moment;
use App\Topology\Dependency;
use App\Topology\Item;
use Illuminate\Database\Eloquent\Collection;
use Skarvo\Tickets\Related\Choice;
use Skarvo\Tickets\Related\KnownIncident;
use Skarvo\Tickets\Related\KnownTicket;
use Skarvo\Tickets\Related\PastTicket;
use Skarvo\Tickets\Related\Related;

/** To which incidents open tickets probably belong: the same computation as `bin/skarvo related`, kept with each ticket. */
final class Guesses
{
    /** From so likely on, a guess is shown. */
    public const LIKELY = Related::LIKELY;

    /** So many of the latest are compared with each other where something became of an incident. */
    private const TICKETS = 400;

    /** So many when a ticket came: the clock has other things to do. */
    private const LATEST = 120;

    /** So many of those that are linked stand beside words that are being typed. */
    private const BESIDE = 30;

    /** A guess that is hardly another is left as it stands. */
    private const DIFFERS = 0.05;

    private const PAST = 800;

    /** What is less likely is not kept, nor that for which nothing speaks but the time. */
    private const LEAST = 0.05;

    /**
     * Outside of a transaction: it takes longest of all, and whoever answers a ticket meanwhile is not to wait for it.
     *
     * @param  bool  $all  whether something became of an incident, so that older tickets may belong elsewhere
     * @return array<int, list<array{incident: int, score: float, because: list<string>}>> by ticket, of those that are seen otherwise than
     *      before
     */
    public static function workOut(bool $all): array
    {
        $most = $all ? self::TICKETS : self::LATEST;
        $loose = Ticket::query()->with(['report', 'translation'])->open()->withIncident(false)->latest('opened_at')->latest('id')
            ->limit($most)->get();
        $incidents = Incident::allOpen();
        if ($incidents->isEmpty()) {
            return $loose->whereNotNull('guesses')->mapWithKeys(static fn(Ticket $one): array => [$one->id => []])->all();
        }
        // Those that were linked tell what the others are like.
        $linked = Ticket::query()->with(['report', 'translation'])->open()->withIncident()->latest('opened_at')
            ->limit(intdiv($most, 2))->get();
        $known = array_values($incidents->map(self::incident(...))->all());
        $answers = Related::of($known, array_map(self::ticket(...), [...$loose, ...$linked]), self::dependencies($known), self::past());
        $changed = [];
        foreach ($loose->values() as $i => $ticket) {
            $guesses = self::kept($answers[$i]->choices);
            if (self::differ($guesses, $ticket->guesses ?? [])) {
                $changed[$ticket->id] = $guesses;
            }
        }

        return $changed;
    }

    /**
     * Call it inside a transaction: what was linked or closed meanwhile is left alone.
     *
     * @param  array<int, list<array{incident: int, score: float, because: list<string>}>>  $guesses  by ticket
     * @return int of how many it was kept
     */
    public static function keep(array $guesses): int
    {
        $kept = 0;
        foreach (Ticket::query()->open()->withIncident(false)->whereKey(array_keys($guesses))->get() as $ticket) {
            $kept += (int) $ticket->update(['guesses' => $guesses[$ticket->id] === [] ? null : $guesses[$ticket->id]]);
        }

        return $kept;
    }

    /**
     * To which incidents words belong that are no ticket yet.
     *
     * @return list<array{incident: int, score: float, because: list<string>}> likeliest first
     */
    public static function ofWords(string $text, ?string $service, ?string $place): array
    {
        $known = array_values(Incident::allOpen()->map(self::incident(...))->all());
        $linked = Ticket::query()->with(['report', 'translation'])->open()->withIncident()->latest('opened_at')->limit(self::BESIDE)->get();
        $asked = new KnownTicket('asked', $text, Moment::now(), $service, null, $place);
        $tickets = [$asked, ...array_map(self::ticket(...), [...$linked])];

        return $known === [] ? [] : self::kept(Related::of($known, $tickets, self::dependencies($known), self::past())[0]->choices);
    }

    /**
     * @param  list<Choice>  $choices
     * @return list<array{incident: int, score: float, because: list<string>}>
     */
    private static function kept(array $choices): array
    {
        $said = array_filter($choices, static fn(Choice $one): bool => $one->score >= self::LEAST && count($one->because) > 1);

        return array_map(static fn(Choice $one): array => [
            'incident' => (int) $one->incident, 'score' => round($one->score, 2), 'because' => self::named($one->because),
        ], array_values($said));
    }

    /**
     * @param  list<array{incident: int, score: float, because: list<string>}>  $now
     * @param  list<array{incident: int, score: float, because: list<string>}>  $before
     */
    private static function differ(array $now, array $before): bool
    {
        if (array_column($now, 'incident') !== array_column($before, 'incident')) {
            return true;
        }
        foreach ($now as $i => $one) {
            $was = $before[$i]['score'] ?? 0.0;
            if (abs($one['score'] - $was) >= self::DIFFERS || ($one['score'] >= self::LIKELY) !== ($was >= self::LIKELY)) {
                return true;
            }
        }

        return false;
    }

    /**
     * @param  list<string>  $because
     * @return list<string> with services and items by their names
     */
    private static function named(array $because): array
    {
        return array_map(static function (string $one): string {
            [$kind, $id] = [...explode(' ', $one, 2), ''];
            if ($kind !== 'service' && $kind !== 'item') {
                return $one;
            }

            return Look::once("name of $id", static fn(): ?string => Item::query()->find($id)?->name) ?? $one;
        }, $because);
    }

    private static function incident(Incident $incident): KnownIncident
    {
        $affected = array_column(Situation::shown()->of($incident->id)->affected, 'id');

        return new KnownIncident(
            (string) $incident->id, $incident->title, '', $incident->started_at->getTimestamp(), $incident->resolved_at?->getTimestamp(),
            $incident->service_id === null ? [] : [$incident->service_id], array_values(array_map(strval(...), $affected)), [],
        );
    }

    private static function ticket(Ticket $ticket): KnownTicket
    {
        return new KnownTicket(
            (string) $ticket->id, $ticket->words(), $ticket->opened_at->getTimestamp(), $ticket->reported()->service_id, $ticket->item_id,
            $ticket->reported()->site,
        );
    }

    /**
     * @param  list<KnownIncident>  $incidents
     * @return list<array{string, string}> what needs what is hit, as far as it is hit
     */
    private static function dependencies(array $incidents): array
    {
        $hit = array_map(static fn(KnownIncident $one): array => [...$one->services, ...$one->items], $incidents);
        $ids = array_values(array_unique(array_merge(...$hit)));

        return array_values(Dependency::query()->whereIn('to_id', $ids)->get(['from_id', 'to_id'])
            ->map(static fn(Dependency $one): array => [(string) $one->from_id, (string) $one->to_id])->all());
    }

    /** @return list<PastTicket> */
    private static function past(): array
    {
        /** @var Collection<int, Link> $links */
        $links = Link::query()->holds()->where('from_kind', Report::KIND)->where('to_kind', Incident::KIND)->where('kind', LinkKind::About)
            ->latest('id')->limit(self::PAST)->get(['from_id', 'to_id']);
        $titles = Incident::query()->whereKey($links->pluck('to_id')->unique())->pluck('title', 'id');

        return array_values(array_filter(Report::query()->whereKey($links->pluck('from_id'))->get(['id', 'what'])
            ->map(static function (Report $report) use ($links, $titles): ?PastTicket {
                $title = $titles[$links->firstWhere('from_id', $report->id)->to_id ?? 0] ?? null;

                return $title === null ? null : new PastTicket($report->what, (string) $title);
            })->all()));
    }
}
