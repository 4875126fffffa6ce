<?php

declare(strict_types=1);

namespace App\Topology\Scan;

use App\Platform\CurrentPerson;
use App\Platform\Moment;
use App\Platform\Once;
use App\Topology\Scan\Requests\AcceptProposalRequest;
use App\Topology\Scan\Requests\AcceptRuleRequest;
use App\Topology\Scan\Requests\TurnAwaySnapshotRequest;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use Inertia\Inertia;
use Inertia\Response;

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
                    'counts' => SnapshotOutcome::inWords((array) json_decode($row->outcome, true, 8, JSON_THROW_ON_ERROR)),
                ]),
            'proposals' => ProposedDependencies::in('proposed')->limit(self::PROPOSALS)->get()->map(self::told(...)),
            'proposalsInAll' => DB::table('proposed_dependencies')->where('state', 'proposed')->count(),
            'refused' => ProposedDependencies::in('refused')->limit(self::PROPOSALS)->get()->map(self::told(...)),
            'rules' => DB::table('connection_rules')
                ->leftJoin('people', 'people.id', '=', 'connection_rules.author_id')->orderBy('connection_rules.id')
                ->get(['connection_rules.*', 'people.name as author']),
            'relations' => DB::table('relations')->orderBy('forward')->get(['id', 'forward', 'backward', 'strength']),
            'kinds' => DB::table('items')->distinct()->orderBy('kind')->pluck('kind'),
        ]);
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

    public function accept(AcceptProposalRequest $request, int $proposal, ProposedDependencies $proposed): RedirectResponse
    {
        $input = $request->validated();
        $person = CurrentPerson::of($request);
        Once::for($request, static function () use ($proposed, $proposal, $input, $person): void {
            $proposed->accept($proposal, (string) $input['relation'], (bool) ($input['always'] ?? false), $person);
        });

        return back();
    }

    public function refuse(Request $request, int $proposal, ProposedDependencies $proposed): RedirectResponse
    {
        $person = CurrentPerson::of($request);
        Once::for($request, static function () use ($proposed, $proposal, $person): void {
            $proposed->refuse($proposal, $person);
        });

        return back();
    }

    public function reconsider(Request $request, int $proposal, ProposedDependencies $proposed): RedirectResponse
    {
        Once::for($request, static function () use ($proposed, $proposal): void {
            $proposed->reconsider($proposal);
        });

        return back();
    }

    public function storeRule(AcceptRuleRequest $request, ProposedDependencies $proposed): RedirectResponse
    {
        $input = $request->validated();
        $person = CurrentPerson::of($request);
        Once::for($request, static function () use ($proposed, $input, $person): void {
            $proposed->addRule(
                ($input['from_kind'] ?? '') ?: null, ($input['to_kind'] ?? '') ?: null,
                isset($input['port']) ? (int) $input['port'] : null, (string) $input['relation'], $person,
            );
        });

        return back();
    }

    public function dropRule(Request $request, int $rule, ProposedDependencies $proposed): RedirectResponse
    {
        $person = CurrentPerson::of($request);
        Once::for($request, static function () use ($proposed, $rule, $person): void {
            $proposed->dropRule($rule, $person);
        });

        return back();
    }
}
