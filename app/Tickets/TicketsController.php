<?php

declare(strict_types=1);

namespace App\Tickets;

use App\Incidents\Incident;
use App\Incidents\Report;
use App\Platform\CurrentPerson;
use App\Platform\Http\Asked;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Entry;
use App\Platform\Journal\Telling;
use App\Platform\Once;
use App\Platform\Person;
use App\Platform\Staff\Colleagues;
use App\Platform\Team;
use App\Signals\Requests\DropFilterRequest;
use App\Signals\Requests\KeepFilterRequest;
use App\Tickets\Languages\CorrectTranslation;
use App\Tickets\Requests\AnswerTicketOfferRequest;
use App\Tickets\Requests\AnswerTicketRequest;
use App\Tickets\Requests\AnswerTicketsRequest;
use App\Tickets\Requests\CloseTicketsRequest;
use App\Tickets\Requests\CorrectTicketRequest;
use App\Tickets\Requests\CorrectTranslationRequest;
use App\Tickets\Requests\ForgetReporterRequest;
use App\Tickets\Requests\HandOverRequest;
use App\Tickets\Requests\HereRequest;
use App\Tickets\Requests\LinkTicketsRequest;
use App\Tickets\Requests\TakeTicketsRequest;
use App\Tickets\Requests\TicketsRequest;
use App\Tickets\Requests\TryRequest;
use App\Tickets\Steps\Checklist;
use App\Topology\Item;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use Inertia\Inertia;
use Inertia\Response;
use Skarvo\Incidents\Impact;
use Skarvo\Incidents\Urgency;
use Skarvo\Tickets\TicketKind;

/** The desk: the pile of tickets, sorted by who waits for whom, and one of them. */
final class TicketsController
{
    public function index(Request $request): Response
    {
        return $this->shown($request, null);
    }

    public function show(Request $request, Ticket $ticket): Response
    {
        Ticket::query()->readableBy(CurrentPerson::of($request))->whereKey($ticket->id)->exists() || abort(403);

        return $this->shown($request, $ticket);
    }

    /** Where a report is known by its own number. */
    public function ofReport(Report $report): RedirectResponse
    {
        return redirect('/tickets/'.(Ticket::query()->where('report_id', $report->id)->value('id') ?? abort(404)));
    }

    /** Somebody has the desk before them, and perhaps one ticket: they hear who else has. */
    public function here(HereRequest $request): JsonResponse
    {
        $person = CurrentPerson::of($request);
        $ticket = (int) ($request->validated()['ticket'] ?? 0);
        AtTheDesk::note($person, $ticket);

        return new JsonResponse(['others' => $ticket === 0 ? [] : AtTheDesk::othersAt($ticket, $person)]);
    }

    public function take(TakeTicketsRequest $request): RedirectResponse
    {
        $hand = new HandTickets(CurrentPerson::of($request));

        return self::each($request, static fn(Ticket $ticket) => $hand->take($ticket, $request->whose($ticket)));
    }

    public function handOver(HandOverRequest $request): RedirectResponse
    {
        $input = $request->validated();
        $person = isset($input['person']) ? Person::query()->find((string) $input['person']) : null;
        $team = isset($input['team']) ? Team::query()->find((string) $input['team']) : null;

        $hand = new HandTickets(CurrentPerson::of($request));

        return self::each($request, static fn(Ticket $ticket) => $hand->handOver(
            $ticket, $person, $team, (string) ($input['why'] ?? ''), $request->seen($ticket),
        ));
    }

    /** For whoever it is offered to, whatever else they may do. */
    public function answerOffer(AnswerTicketOfferRequest $request, Ticket $ticket): RedirectResponse
    {
        $input = $request->validated();
        $hand = new HandTickets(CurrentPerson::of($request));
        Once::for($request, static fn() => $hand->answerOffer($ticket, (bool) $input['accept'], trim((string) ($input['why'] ?? ''))));

        return back();
    }

    public function link(LinkTicketsRequest $request): RedirectResponse
    {
        $incident = Incident::query()->findOrFail((int) $request->validated()['incident']);

        return self::work($request, static fn(WorkTickets $work, Ticket $ticket) => $work->link($ticket, $incident));
    }

    public function close(CloseTicketsRequest $request): RedirectResponse
    {
        $text = trim((string) ($request->validated()['text'] ?? ''));

        return self::work($request, static fn(WorkTickets $work, Ticket $ticket) => $work->close($ticket, $text));
    }

    /** The same to each of several reporters. */
    public function answerTogether(AnswerTicketsRequest $request): RedirectResponse
    {
        $text = (string) $request->validated()['text'];
        $waits = (bool) ($request->validated()['waits'] ?? false);

        return self::work($request, static fn(WorkTickets $work, Ticket $ticket) => $work->answer($ticket, $text, $waits));
    }

    public function answer(AnswerTicketRequest $request, Ticket $ticket): RedirectResponse
    {
        $input = $request->validated();
        $work = new WorkTickets(CurrentPerson::of($request));
        $files = $request->checkedFiles();
        Once::for($request, static function () use ($work, $ticket, $input, $files): void {
            (bool) $input['internal']
                ? $work->note($ticket, (string) $input['text'], $files)
                : $work->answer($ticket, (string) $input['text'], (bool) ($input['waits'] ?? true), $files);
        });

        return back();
    }

    public function correct(CorrectTicketRequest $request, Ticket $ticket): RedirectResponse
    {
        $input = $request->validated();
        $work = new WorkTickets(CurrentPerson::of($request));
        Once::for($request, static fn() => $work->correct(
            $ticket, (int) $input['version'], TicketKind::from($input['kind']), $input['service'] ?? null, $input['item'] ?? null,
            $input['place'] ?? null, Impact::from($input['impact']), Urgency::from($input['urgency']),
        ));

        return back();
    }

    public function translate(CorrectTranslationRequest $request, Ticket $ticket, CorrectTranslation $correct): RedirectResponse
    {
        $input = $request->validated();
        $by = CurrentPerson::of($request);
        Once::for(
            $request, static fn() => $correct($ticket, (int) $input['post'], (string) $input['to'], trim((string) $input['text']), $by),
        );

        return back();
    }

    public function try(TryRequest $request, Ticket $ticket): RedirectResponse
    {
        $input = $request->validated();
        $work = new WorkTickets(CurrentPerson::of($request));
        Once::for($request, static fn() => $work->tried(
            $ticket, trim((string) $input['what']), $request->outcome(), trim((string) ($input['why'] ?? '')),
            (bool) ($input['reporter'] ?? false),
        ));

        return back();
    }

    public function forget(ForgetReporterRequest $request, Ticket $ticket, ForgetReporter $forget): RedirectResponse
    {
        $by = Actor::person(CurrentPerson::of($request));
        Once::for($request, static fn() => $forget($ticket, $by, (string) $request->validated()['why']));

        return back();
    }

    public function keepList(KeepFilterRequest $request): RedirectResponse
    {
        $input = $request->validated();
        DB::table('ticket_lists')->upsert(
            [
                [
                    'person_id' => CurrentPerson::of($request)->id, 'name' => trim((string) $input['name']),
                    'query' => (string) ($input['query'] ?? ''),
                ],
            ],
            ['person_id', 'name'], ['query'],
        );

        return back();
    }

    public function dropList(DropFilterRequest $request): RedirectResponse
    {
        DB::table('ticket_lists')->where('person_id', CurrentPerson::of($request)->id)->where('name', $request->validated()['name'])
            ->delete();

        return back();
    }

    private function shown(Request $request, ?Ticket $ticket): Response
    {
        $person = CurrentPerson::of($request);
        $incidents = Incident::allOpen()->keyBy('id')->all();
        $filter = TicketFilter::of($request);
        $pile = TicketPile::tryFrom(Asked::text($request, 'pile')) ?? TicketPile::Ours;

        return Inertia::render('Tickets/Tickets', [
            'pile' => $pile->value,
            'piles' => fn(): array => TicketPile::counts($person),
            'filter' => (object) $filter->toArray(),
            'lists' => fn() => DB::table('ticket_lists')->where('person_id', $person->id)->orderBy('name')->get(['name', 'query']),
            'tickets' => fn(): array => array_values($filter->narrow($pile->tickets($person))
                ->with(
                    [
                        ...Ticket::NEEDS, 'report.service', 'report.link', 'report.incident', 'person', 'team', 'item', 'translation',
                        'task.ticket.translation',
                    ]
                )->limit(TicketPile::MOST)->get()->map(static fn(Ticket $one): array => $one->toLine($person, $incidents))->all()),
            'surges' => SurgesToDecide::open(...),
            'incidents' => fn(): array => array_values(array_map(
                static fn(Incident $one): array => ['id' => $one->id, 'ref' => $one->ref(), 'title' => $one->title], $incidents,
            )),
            'ticket' => fn(): ?array => $ticket === null ? null : TicketPage::of($ticket, $person, $incidents),
            'story' => fn(): array => $ticket === null ? [] : array_values(
                Entry::query()->about(Ticket::KIND, $ticket->id)->orderBy('seq')->get()->map(Telling::of(...))->all(),
            ),
            'teams' => fn() => Team::query()->orderBy('name')->get(['id', 'name']),
            'people' => fn() => Person::query()->whereNull('left_at')->orderBy('name')->get(['id', 'name']),
            'desk' => Inertia::optional(AtTheDesk::people(...)),
            'colleagues' => Colleagues::prop(),
            'checklists' => fn() => Checklist::query()->whereNull('dropped_at')->orderBy('name')->get(['id', 'name', 'service_id']),
            'services' => fn() => Item::query()->where('kind', Item::SERVICE)->orderBy('name')->get(['id', 'name']),
        ]);
    }

    /** @param  \Closure(WorkTickets, Ticket): void  $what */
    private static function work(TicketsRequest $request, \Closure $what): RedirectResponse
    {
        $work = new WorkTickets(CurrentPerson::of($request));

        return self::each($request, static fn(Ticket $ticket) => $what($work, $ticket));
    }

    /** @param  \Closure(Ticket): void  $what */
    private static function each(TicketsRequest $request, \Closure $what): RedirectResponse
    {
        Once::for($request, static function () use ($request, $what): void {
            foreach ($request->tickets() as $ticket) {
                $what($ticket);
            }
        });

        return back();
    }
}
