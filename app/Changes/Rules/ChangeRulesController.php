<?php

declare(strict_types=1);

namespace App\Changes\Rules;

use App\Changes\Change;
use App\Changes\ChangeEntry;
use App\Changes\Planning\Risks;
use App\Changes\Planning\Touched;
use App\Changes\Requests\FreezesRequest;
use App\Changes\Requests\RulesRequest;
use App\Changes\Requests\TryRulesRequest;
use App\Platform\CurrentPerson;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Moment;
use App\Platform\Once;
use App\Platform\Person;
use App\Platform\Refused;
use App\Platform\Team;
use App\Platform\WallClock;
use App\Topology\Item;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\RedirectResponse;
use Illuminate\Support\Facades\DB;
use Inertia\Inertia;
use Inertia\Response;
use Skarvo\Changes\Approvals\ApprovalStage;
use Skarvo\Changes\Rules\ChangeRules;
use Skarvo\Changes\Rules\RulesDocument;
use Skarvo\Changes\Rules\WindowOf;
use Skarvo\Json\BadInput;
use Skarvo\Json\Document;
use Skarvo\Time\Zone;

/** How changes are approved and when they may be made: edited, tried on what was changed lately, and kept by version. */
final class ChangeRulesController
{
    private const VERSIONS = 50;

    private const TRIED = 50;

    private const DEEPEST = 32;

    public function edit(): Response
    {
        $stored = StoredRules::now();

        return Inertia::render('Changes/ChangeRules', [
            'rules' => self::text($stored->settings), 'version' => $stored->version,
            'versions' => DB::table('change_rule_sets')->join('people', 'people.id', '=', 'change_rule_sets.author_id')
                ->orderByDesc('change_rule_sets.id')->limit(self::VERSIONS)
                ->get(['change_rule_sets.id', 'note', 'at', 'people.name'])->map(static fn(\stdClass $row): array => [
                    'id' => (int) $row->id, 'note' => (string) $row->note, 'at' => Moment::of(Moment::seconds((string) $row->at)),
                    'author' => (string) $row->name,
                ])->all(),
            // Pipelines named these, and nobody has said what they mean.
            'unmapped' => Change::query()->where('is_recorded', true)->whereNotIn('id', DB::table('change_items')->select('change_id'))
                ->where('ended_at', '>', now()->subDays(30))
                ->select('service_named', 'environment')->distinct()->orderBy('service_named')->limit(50)->get()
                ->map(static fn(Change $one): array => ['service' => (string) $one->service_named, 'environment' => $one->environment])
                    ->all(),
        ]);
    }

    /** The rules of the form with the events of a calendar as freezes: nothing is kept yet. */
    public function freezes(FreezesRequest $request): JsonResponse
    {
        $input = $request->validated();
        try {
            [$settings] = self::read($input['rules']);
            $added = Freezes::add($settings, $input['calendar']);
        } catch (BadInput $e) {
            return new JsonResponse($e->toArray(), 422);
        }

        return new JsonResponse(['rules' => self::text($settings), 'added' => $added]);
    }

    /** What would become of the latest changes by other rules. */
    public function try(TryRulesRequest $request): JsonResponse
    {
        try {
            [, $rules] = self::read($request->validated()['rules']);
        } catch (BadInput $e) {
            return new JsonResponse($e->toArray(), 422);
        }
        $now = StoredRules::now()->rules;
        $names = static fn(ChangeRules $by, Change $one, Touched $touched, float $risk): string => implode(', then ', array_map(
            static fn(ApprovalStage $stage): string => $stage->name,
            $by->stagesOf($one->kind, $by->isMajor($one->kind, $touched->highestTier(), $risk)),
        )) ?: 'nobody';
        $rows = [];
        foreach (Change::query()->where('is_recorded', false)->orderByDesc('id')->limit(self::TRIED)->get() as $one) {
            $touched = Touched::by($one->items()['down']);
            $risk = Risks::of($one)->wrong;
            [$was, $is] = [$names($now, $one, $touched, $risk), $names($rules, $one, $touched, $risk)];
            if ($was !== $is) {
                $rows[] = ['ref' => $one->ref(), 'title' => $one->title, 'was' => "approved by $was", 'is' => "approved by $is"];
            }
            [$was, $is] = [self::inTheWay($now, $one, $touched), self::inTheWay($rules, $one, $touched)];
            if ($was !== $is) {
                $rows[] = ['ref' => $one->ref(), 'title' => $one->title, 'was' => $was, 'is' => $is];
            }
        }

        return new JsonResponse(['tried' => min(self::TRIED, Change::query()->where('is_recorded', false)->count()), 'different' => $rows]);
    }

    /** What of the organisation's own hours and freezes speaks against the time of a change, in words. */
    private static function inTheWay(ChangeRules $rules, Change $change, Touched $touched): string
    {
        $zone = Zone::orUtc(WallClock::organisation());
        [$from, $to] = [$change->from()->getTimestamp(), max($change->to_at->getTimestamp(), $change->from()->getTimestamp() + 1)];
        $found = [];
        foreach ($change->items()['down'] === [] ? [] : $rules->windowsFor($touched->takenDown()) as $window) {
            if ($window->open($zone, $from, $to)->within($from, $to)->seconds() < $to - $from) {
                $found[] = "outside “{$window->name}”";
            }
        }
        foreach ($rules->freezes as [$name, $begin, $end]) {
            if ($zone->instant($begin) < $to && $zone->instant($end) > $from) {
                $found[] = "in “{$name}”";
            }
        }

        return $found === [] ? 'at a permitted time' : implode(', ', array_unique($found));
    }

    public function save(RulesRequest $request): RedirectResponse
    {
        $input = $request->validated();
        try {
            [$settings] = self::read($input['rules']);
        } catch (BadInput $e) {
            throw Refused::because(($e->at === '' ? '' : "At $e->at: ").$e->getMessage(), 'rules');
        }
        $by = CurrentPerson::of($request);
        Once::for($request, static function () use ($settings, $input, $by): void {
            if ((int) DB::table('change_rule_sets')->max('id') !== (int) $input['version']) {
                throw Refused::because(
                    'Somebody else changed the rules meanwhile. Yours are kept in the form; load the page in another window to see theirs.'
                );
            }
            $id = DB::table('change_rule_sets')->insertGetId([
                'settings' => json_encode($settings, JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE), 'note' => $input['note'],
                'author_id' => $by->id, 'at' => Moment::precise(now()),
            ]);
            Journal::write(Actor::person($by), ChangeEntry::RulesSaved, ['change_rules', $id], ['note' => $input['note']]);
        });

        return back();
    }

    private static function text(\stdClass $settings): string
    {
        return json_encode($settings, JSON_PRETTY_PRINT | JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE | JSON_THROW_ON_ERROR);
    }

    /**
     * @return array{\stdClass, ChangeRules}
     *
     * @throws BadInput
     */
    private static function read(string $text): array
    {
        try {
            $value = json_decode($text, false, self::DEEPEST, JSON_THROW_ON_ERROR);
        } catch (\JsonException $e) {
            throw new BadInput(\Skarvo\Json\ErrorCode::InvalidJson, '', 'This is not JSON: '.lcfirst($e->getMessage()).'.');
        }
        $document = Document::of($value);
        $rules = RulesDocument::read($document);
        self::mustBeThere($rules);

        return [$value instanceof \stdClass ? $value : throw new \LogicException('Rules are an object.'), $rules];
    }

    /** @throws BadInput if they name somebody or something that is not there */
    private static function mustBeThere(ChangeRules $rules): void
    {
        $items = $teams = [];
        foreach ([...array_merge(...array_values($rules->stages)), ...$rules->majorStages] as $stage) {
            $words = array_filter(
                $stage->of,
                static fn(string $one): bool => str_starts_with($one, '@')
                    && ! in_array($one, [ChangeRules::PEERS, ChangeRules::OWNERS, ChangeRules::COORDINATORS], true)
            );
            if ($words !== []) {
                throw new BadInput(
                    \Skarvo\Json\ErrorCode::OutOfRange, '/kinds',
                    'There is no "'.implode('", "', $words).'". Use @peers, @owners, @coordinators, or the ids of people.'
                );
            }
        }
        foreach ($rules->windows as $window) {
            match ($window->for) {
                WindowOf::Item => $items[] = (string) $window->of, WindowOf::Team => $teams[] = (string) $window->of,
                WindowOf::Anything => null,
            };
        }
        foreach ($rules->mappings as $mapping) {
            array_push($items, ...$mapping->items);
        }
        foreach ([
            'people' => [$rules->people(), Person::query()->whereNull('left_at')->pluck('id')->all()],
            // Whoever has left has stand-ins all the more.
            'people in whose place others stand' => [
                array_map(strval(...), array_keys($rules->standIns)), Person::query()->pluck('id')->all(),
            ],
            'items' => [$items, Item::query()->whereKey(array_unique($items))->pluck('id')->all()],
            'teams' => [$teams, Team::query()->pluck('id')->all()],
        ] as $what => [$named, $there]) {
            $missing = array_values(array_diff(array_unique($named), array_map(strval(...), $there)));
            if ($missing !== []) {
                throw new BadInput(
                    \Skarvo\Json\ErrorCode::UnknownId, '',
                    "There are no $what called \"".implode('", "', array_slice($missing, 0, 5)).'". Correct the ids, or leave them out.'
                );
            }
        }
    }
}
