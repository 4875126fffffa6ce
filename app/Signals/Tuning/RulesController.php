<?php

declare(strict_types=1);

namespace App\Signals\Tuning;

use App\Platform\CurrentPerson;
use App\Platform\Http\Asked;
use App\Platform\Moment;
use App\Platform\Once;
use App\Platform\Refused;
use App\Platform\Team;
use App\Signals\Alert;
use App\Signals\AlertSignals;
use App\Signals\Live\RuleSets;
use App\Signals\Live\StoredSignal;
use App\Signals\Tuning\Requests\DryRunRulesRequest;
use App\Signals\Tuning\Requests\RestoreRulesRequest;
use App\Signals\Tuning\Requests\SaveFewerRequest;
use App\Signals\Tuning\Requests\SaveRulesRequest;
use App\Signals\Tuning\Requests\UnownedTeamRequest;
use Illuminate\Database\Query\Builder;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use Illuminate\Validation\Rule;
use Inertia\Inertia;
use Inertia\Response;
use Skarvo\Json\BadInput;
use Skarvo\Signals\IncidentConditions;
use Skarvo\Signals\Replay\ReplaySignal;
use Skarvo\Signals\Tuning\FewerOfThese;

/** The rules: edited, tried over what came, saved as versions, and brought back. */
final class RulesController
{
    private const VERSIONS = 100;

    public function edit(): Response
    {
        $latest = (int) DB::table('rule_sets')->max('id');

        return Inertia::render('Signals/Rules', [
            'settings' => RuleSets::stored($latest),
            'version' => $latest,
            'versions' => DB::table('rule_sets')
                ->leftJoin('people', 'people.id', '=', 'rule_sets.author_id')->orderByDesc('rule_sets.id')
                ->limit(self::VERSIONS)
                ->get([
                    'rule_sets.id', 'rule_sets.note', 'rule_sets.at', 'rule_sets.restored_from', 'people.name as author',
                    'rule_sets.settings',
                ])
                ->map(static fn(\stdClass $row): array => [
                    'id' => (int) $row->id, 'note' => $row->note, 'at' => Moment::seconds($row->at) * 1000,
                    'author' => $row->author ?? 'Skarvo', 'restored_from' => $row->restored_from,
                    'settings' => json_decode($row->settings, false, 16, JSON_THROW_ON_ERROR),
                ]),
            'teams' => Team::query()->orderBy('name')->get()->map(static fn(Team $team): array => [
                'id' => $team->id, 'name' => $team->name, 'incidents' => $team->auto_incidents,
                'when' => IncidentConditions::of($team->auto_when)->toArray(),
            ]),
            'unowned' => Unowned::team(),
            'sources' => DB::table('source_minutes')->distinct()->orderBy('source')->limit(200)->pluck('source'),
        ]);
    }

    public function inForce(): JsonResponse
    {
        $version = (int) DB::table('rule_sets')->max('id');

        return new JsonResponse(['version' => $version, 'settings' => RuleSets::stored($version)]);
    }

    public function dryRun(DryRunRulesRequest $request, DryRunRules $run): JsonResponse
    {
        $request->validated();
        try {
            return new JsonResponse($run(RuleList::read(self::settings($request)), Asked::text($request, 'over')));
        } catch (BadInput $e) {
            return new JsonResponse($e->toArray(), 422);
        }
    }

    public function save(SaveRulesRequest $request, SaveRules $save): RedirectResponse
    {
        $input = $request->validated();
        try {
            $rules = RuleList::read(self::settings($request));
        } catch (BadInput $e) {
            throw Refused::because($e->getMessage(), $e->at === '' ? 'action' : $e->at);
        }
        Once::for($request, static function () use ($save, $rules, $input, $request): void {
            $save($rules, (int) $input['version'], $input['note'], CurrentPerson::of($request));
        });

        return back();
    }

    public function restore(RestoreRulesRequest $request, SaveRules $save): RedirectResponse
    {
        $input = $request->validated();
        try {
            $rules = RuleList::read(RuleSets::stored((int) $input['to']));
        } catch (BadInput $e) {
            throw Refused::because("Version {$input['to']} does not fit any more: $e->at: {$e->getMessage()}");
        }
        Once::for($request, static function () use ($save, $rules, $input, $request): void {
            $save($rules, (int) $input['version'], "Back to version {$input['to']}", CurrentPerson::of($request), (int) $input['to']);
        });

        return back();
    }

    /** Rules by which there would be fewer alerts like this one. */
    public function fewer(Alert $alert): JsonResponse
    {
        $now = Moment::now();
        $from = $now - DryRunRules::SPANS['week'];
        $first = AlertSignals::of($alert)->orderBy('at')->orderBy('id')->first(StoredSignal::COLUMNS);
        if ($first === null) {
            return new JsonResponse(['match' => null, 'proposals' => [], 'why' => 'There are no signals behind this alert any more.']);
        }
        $example = StoredSignal::toCore((object) $first->getAttributes());
        $proposals = [];
        $matches = [array_filter(['source' => $example->source, 'item' => $example->item, 'check' => $example->check], is_string(...))];
        // Also for the check wherever it comes from, if it comes from more than one item.
        if (
            DB::table('signals')->where('source', $example->source)
                ->where('check', $example->check)->where('at', '>=', $from)->distinct()->limit(2)->count('item') > 1
        ) {
            $matches[] = ['source' => $example->source, 'check' => $example->check];
        }
        foreach ($matches as $match) {
            $proposals = [...$proposals, ...self::proposalsFor($match, $example, $from, $now)];
        }
        $unique = [];
        foreach ($proposals as $proposal) {
            $unique[json_encode([$proposal['set'], $proposal['match']])] ??= $proposal;
        }

        return new JsonResponse([
            'version' => (int) DB::table('rule_sets')->max('id'), 'proposals' => array_slice(array_values($unique), 0, 4),
            'why' => $unique === []
                ? 'Over the last week no hold, settle or common key would have made fewer alerts of this check. It fires seldom, or for long.'
                : null,
        ]);
    }

    /** Saves a proposal of fewer() as the first rule. */
    public function saveFewer(SaveFewerRequest $request, Alert $alert, SaveRules $save): RedirectResponse
    {
        $request->validated();
        try {
            $rules = RuleList::inForce()->with(self::object(Asked::document($request, 'rule')));
        } catch (BadInput $e) {
            throw Refused::because("$e->at: {$e->getMessage()}");
        }
        Once::for($request, static function () use ($save, $rules, $alert, $request): void {
            $save(
                $rules, Asked::number($request, 'version'), 'Fewer of "'.mb_substr($alert->title(), 0, 150).'"',
                CurrentPerson::of($request),
            );
        });

        return back();
    }

    /**
     * @param  array<string, string>  $match
     * @return list<array{match: array<string, string>, set: array<string, string>, reason: string, before: int, after: int}>
     */
    private static function proposalsFor(array $match, ReplaySignal $example, int $from, int $now): array
    {
        $signals = DryRunRules::signals(
            static fn(Builder $query): Builder => $query->where('source', $example->source)
                ->where('check', $example->check)
                ->when(isset($match['item']), fn(Builder $q) => $q->where('item', $match['item'])),
            $from, $now,
        );
        $present = RuleList::inForce();
        $found = (new FewerOfThese($signals, DryRunRules::over($signals, $from, $now)))
            ->propose(
                $present->settings, $present->routing,
                static fn(array $set) => $present->with((object) ['match' => (object) $match, 'set' => (object) $set])->settings,
            );

        return array_map(static fn(array $proposal): array => ['match' => $match, ...$proposal], $found);
    }

    private static function settings(Request $request): \stdClass
    {
        return self::object(Asked::document($request, 'settings'));
    }

    /** Settings come as a text: an empty object and an empty list have to stay apart. */
    private static function object(string $json): \stdClass
    {
        $value = json_decode($json, false, 16);

        return $value instanceof \stdClass
            ? $value
            : throw Refused::because('The rules could not be read. Reload the page; your draft is kept.');
    }

    /** Which team gets alerts that nobody owns: neither a rule, a source, an item nor a service names one. */
    public function unowned(UnownedTeamRequest $request): RedirectResponse
    {
        $team = $request->validated()['team'] ?? null;
        $person = CurrentPerson::of($request);
        Once::for($request, static fn() => Unowned::set($team === null ? null : (string) $team, $person));

        return back();
    }
}
