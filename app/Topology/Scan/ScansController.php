<?php

declare(strict_types=1);

namespace App\Topology\Scan;

use App\Platform\CurrentPerson;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Moment;
use App\Platform\Once;
use App\Platform\Refused;
use App\Topology\Record\Needs;
use App\Topology\Scan\Requests\AcceptProposalRequest;
use App\Topology\Scan\Requests\AcceptRuleRequest;
use App\Topology\Scan\Requests\TurnAwaySnapshotRequest;
use App\Topology\TopologyEntry;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use Illuminate\Validation\Rule;
use Inertia\Inertia;
use Inertia\Response;
use Skarvo\Topology\Strength;

/** What scanners found, and what a person has to say to it: snapshots that wait, connections that may be dependencies. */
final class ScansController
{
    private const SNAPSHOTS = 20;

    private const PROPOSALS = 200;

    public function index(): Response
    {
        return Inertia::render('Topology/Scans', [
            'scanners' => DB::table('snapshots')->where('state', 'taken')
                ->groupBy('scanner')->orderBy('scanner')->get(['scanner', DB::raw('max(at) as last_at')])
                ->map(static fn(\stdClass $row): array => [
                    'name' => $row->scanner, 'last_at' => (int) $row->last_at * 1000,
                    'sees' => DB::table('item_sightings')->where('scanner', $row->scanner)->where('seen_at', '>=', $row->last_at)->count(),
                    'lost' => DB::table('item_sightings')
                        ->join('items', 'items.id', '=', 'item_sightings.item_id')->where('scanner', $row->scanner)
                        ->whereNotNull('items.not_seen_since')->count(),
                ]),
            'snapshots' => DB::table('snapshots')->orderByRaw("state = 'held' desc")
                ->orderByDesc('id')->limit(self::SNAPSHOTS)->get()->map(static fn(\stdClass $row): array => [
                    'id' => (int) $row->id, 'scanner' => $row->scanner, 'at' => (int) $row->at * 1000, 'state' => $row->state,
                    'because' => $row->held_because, 'decided_by' => $row->decided_by,
                    'outcome' => $row->outcome === '{}' ? null : json_decode($row->outcome, true, 8, JSON_THROW_ON_ERROR),
                    'counts' => TakeSnapshot::counts((array) json_decode($row->outcome, true, 8, JSON_THROW_ON_ERROR)),
                ]),
            'proposals' => $this->proposals('proposed')->limit(self::PROPOSALS)->get()->map(self::told(...)),
            'proposalsInAll' => DB::table('proposed_dependencies')->where('state', 'proposed')->count(),
            'refused' => $this->proposals('refused')->limit(self::PROPOSALS)->get()->map(self::told(...)),
            'rules' => DB::table('connection_rules')
                ->leftJoin('people', 'people.id', '=', 'connection_rules.author_id')->orderBy('connection_rules.id')
                ->get(['connection_rules.*', 'people.name as author']),
            'relations' => DB::table('relations')->orderBy('forward')->get(['id', 'forward', 'backward', 'strength']),
            'kinds' => DB::table('items')->distinct()->orderBy('kind')->pluck('kind'),
        ]);
    }

    private function proposals(string $state): \Illuminate\Database\Query\Builder
    {
        return DB::table('proposed_dependencies as p')
            ->join('items as f', 'f.id', '=', 'p.from_id')->join('items as t', 't.id', '=', 'p.to_id')
            ->where('p.state', $state)->orderByDesc('p.seen')->orderBy('p.id')
            ->select(['p.*', 'f.name as from_name', 't.name as to_name', 'f.kind as from_kind', 't.kind as to_kind']);
    }

    /** @return array<string, mixed> */
    private static function told(\stdClass $row): array
    {
        return [
            'id' => (int) $row->id, 'from' => ['id' => $row->from_id, 'name' => $row->from_name, 'kind' => $row->from_kind],
            'to' => ['id' => $row->to_id, 'name' => $row->to_name, 'kind' => $row->to_kind], 'port' => $row->port,
            'seen' => (int) $row->seen,
            'first' => Moment::seconds($row->first_seen_at) * 1000, 'last' => Moment::seconds($row->last_seen_at) * 1000,
            'scanner' => $row->scanner, 'decided_by' => $row->decided_by,
        ];
    }

    public function letIn(Request $request, int $snapshot, TakeSnapshot $take): RedirectResponse
    {
        $person = CurrentPerson::of($request);
        Once::for($request, static function () use ($take, $snapshot, $person): void {
            $take->letIn($snapshot, $person);
        });

        return back();
    }

    public function turnAway(TurnAwaySnapshotRequest $request, int $snapshot, TakeSnapshot $take): RedirectResponse
    {
        $why = $request->validated()['why'];
        $person = CurrentPerson::of($request);
        Once::for($request, static function () use ($take, $snapshot, $person, $why): void {
            $take->turnAway($snapshot, $person, $why);
        });

        return back();
    }

    public function accept(AcceptProposalRequest $request, int $proposal): RedirectResponse
    {
        $input = $request->validated();
        $person = CurrentPerson::of($request);
        Once::for($request, function () use ($proposal, $input, $person): void {
            $row = $this->proposals('proposed')->where('p.id', $proposal)->first();
            if ($row === null) {
                return;
            }
            $this->decide($row, 'accepted', $person);
            $relation = DB::table('relations')->where('id', $input['relation'])->first();
            Needs::add($row->from_id, $row->to_id, Strength::from((string) $relation?->strength), (string) $relation?->id);
            if ($input['always'] ?? false) {
                $this->addRule(
                    $row->from_kind, $row->to_kind, $row->port === null ? null : (int) $row->port, (string) $relation?->id,
                    $person,
                );
            }
        });

        return back();
    }

    public function refuse(Request $request, int $proposal): RedirectResponse
    {
        $person = CurrentPerson::of($request);
        Once::for($request, function () use ($proposal, $person): void {
            $row = $this->proposals('proposed')->where('p.id', $proposal)->first();
            if ($row !== null) {
                $this->decide($row, 'refused', $person);
            }
        });

        return back();
    }

    /** Asks again about one that was refused. */
    public function reconsider(Request $request, int $proposal): RedirectResponse
    {
        Once::for($request, static function () use ($proposal): void {
            DB::table('proposed_dependencies')->where('id', $proposal)
                ->where('state', 'refused')
                ->update(['state' => 'proposed', 'decided_by' => null, 'decided_at' => null]);
        });

        return back();
    }

    private function decide(\stdClass $row, string $as, \App\Platform\Person $by): void
    {
        DB::table('proposed_dependencies')
            ->where('id', $row->id)
            ->update(['state' => $as, 'decided_by' => $by->name, 'decided_at' => Moment::precise(now())]);
        $kind = $as === 'accepted' ? TopologyEntry::DependencyAccepted : TopologyEntry::DependencyRefused;
        Journal::write(Actor::person($by), $kind, ['item', $row->from_id], ['from' => $row->from_name, 'to' => $row->to_name]);
    }

    public function storeRule(AcceptRuleRequest $request): RedirectResponse
    {
        $input = $request->validated();
        if (($input['from_kind'] ?? '') === '' && ($input['to_kind'] ?? '') === '' && ($input['port'] ?? '') === '') {
            throw Refused::because(
                'Say which connections: of which types of items, or on which port. A rule for all of them would accept chance.',
                'from_kind',
            );
        }
        $person = CurrentPerson::of($request);
        Once::for($request, fn() => $this->addRule(($input['from_kind'] ?? '') ?: null, ($input['to_kind'] ?? '') ?: null, isset($input['port']) ? (int) $input['port'] : null, $input['relation'], $person));

        return back();
    }

    /** A rule works on what is proposed already, as on what comes. */
    private function addRule(?string $from, ?string $to, ?int $port, string $relation, \App\Platform\Person $by): void
    {
        $rule = DB::table('connection_rules')->insertGetId([
            'from_kind' => $from, 'to_kind' => $to, 'port' => $port, 'relation_id' => $relation, 'author_id' => $by->id,
            'at' => Moment::precise(now()),
        ]);
        $kept = DB::table('relations')->where('id', $relation)->first();
        Journal::write(
            Actor::person($by), TopologyEntry::RuleSaved, ['rule', $rule],
            ['from' => $from, 'to' => $to, 'port' => $port, 'relation' => $kept?->forward],
        );
        $waiting = $this->proposals('proposed')
            ->when($from !== null, fn($q) => $q->where('f.kind', $from))
            ->when($to !== null, fn($q) => $q->where('t.kind', $to))
            ->when($port !== null, fn($q) => $q->where('p.port', $port))->get();
        foreach ($waiting as $row) {
            $this->decide($row, 'accepted', $by);
            Needs::add($row->from_id, $row->to_id, Strength::from((string) $kept?->strength), $relation);
        }
    }

    public function dropRule(Request $request, int $rule): RedirectResponse
    {
        $person = CurrentPerson::of($request);
        Once::for($request, static function () use ($rule, $person): void {
            $row = DB::table('connection_rules')->where('id', $rule)->first();
            if ($row !== null) {
                DB::table('connection_rules')->where('id', $rule)->delete();
                Journal::write(
                    Actor::person($person), TopologyEntry::RuleDropped, ['rule', $rule],
                    [
                        'from' => $row->from_kind, 'to' => $row->to_kind, 'port' => $row->port === null ? null : (int) $row->port,
                        'relation' => DB::table('relations')->where('id', $row->relation_id)->value('forward'),
                    ],
                );
            }
        });

        return back();
    }
}
