<?php

declare(strict_types=1);

namespace App\Changes;

use App\Changes\Approval\Approving;
use App\Changes\Course\GoOn;
use App\Changes\Planning\ChangeStep;
use App\Changes\Planning\Looked;
use App\Changes\Planning\PlanChange;
use App\Changes\Requests\AnswerRequest;
use App\Changes\Requests\ChangeRequest;
use App\Changes\Requests\GoOnRequest;
use App\Changes\Requests\LookRequest;
use App\Changes\Requests\TickRequest;
use App\Changes\Templates\ChangeTemplate;
use App\Incidents\Incident;
use App\Platform\CurrentPerson;
use App\Platform\Database\Locked;
use App\Platform\Http\Asked;
use App\Platform\Once;
use App\Platform\Refused;
use App\Platform\Staff\Colleagues;
use App\Platform\Team;
use App\Rota\Feeds;
use App\Topology\Item;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Inertia\Inertia;
use Inertia\Response;
use Skarvo\Changes\ChangeKind;
use Skarvo\Changes\ChangeState;
use Skarvo\Changes\Course\PlannedStep;

/**
 * Changes: what is ahead, what is under way, and what was done; each with its plan, who approves it, and how it went.
 *
 * @phpstan-import-type ChangeLine from Change
 */
final class ChangesController
{
    private const PAST_DAYS = 3;

    private const AHEAD_DAYS = 90;

    private const MOST = 500;

    public function index(Request $request): Response
    {
        $kind = Asked::text($request, 'show');

        return Inertia::render('Changes/Changes', [
            'show' => in_array($kind, ['planned', 'deployed', 'mine'], true) ? $kind : 'all',
            'changes' => static fn(): array => self::lines(self::near($kind, CurrentPerson::of($request)->id)),
            'feeds' => static fn(): array => Feeds::of(CurrentPerson::of($request), 'changes', CurrentPerson::of($request)->id),
            'feed' => $request->session()->get('feed'),
            'collisions' => static fn(): array => CalendarWords::of(self::near('planned', '')),
            'calendar' => static fn(): array => CalendarGround::backdrop(...self::range()),
            'hours' => static fn(): array => CalendarGround::hours(...self::range()),
            // Asked for where the calendar has its rows by one of them.
            'belongs' => Inertia::optional(
                static fn(): object => (object) CalendarGround::belongs(self::near($kind, CurrentPerson::of($request)->id))
            ),
        ]);
    }

    public function create(Request $request): Response
    {
        return Inertia::render('Changes/Plan', [
            'change' => null, 'teams' => self::teams(), 'kinds' => self::kinds(),
            'incident' => self::forIncident(Asked::number($request, 'incident')),
            'items' => self::named(array_slice(array_filter(explode(',', Asked::text($request, 'items'))), 0, 50)),
            'like' => self::like(Asked::number($request, 'like'), Asked::number($request, 'template')), 'marked' => self::marked($request),
            'colleagues' => Colleagues::prop(),
        ]);
    }

    public function show(Request $request, Change $change): Response
    {
        $reader = CurrentPerson::of($request);

        return Inertia::render('Changes/Change', [
            'change' => static fn(): array => ChangeShown::of($change, $reader),
            'looked' => static fn(): ?array => Looked::at($change),
        ]);
    }

    public function edit(Change $change): Response
    {
        return Inertia::render('Changes/Plan', [
            'change' => static fn(): array => ChangeShown::plan($change), 'teams' => self::teams(), 'kinds' => self::kinds(),
            'incident' => null, 'items' => [], 'like' => null, 'marked' => null,
            'colleagues' => Colleagues::prop(),
        ]);
    }

    /** What a plan touches, what speaks against its time, and when there is room. */
    public function look(LookRequest $request): JsonResponse
    {
        return new JsonResponse(Looked::ahead($request->validated(), CurrentPerson::of($request)));
    }

    public function store(ChangeRequest $request): RedirectResponse
    {
        $made = null;
        Once::for($request, static function () use ($request, &$made): void {
            $made = (new PlanChange(CurrentPerson::of($request)))->plan($request->plan());
        });

        return $made instanceof Change ? redirect("/changes/$made->id") : redirect('/changes');
    }

    public function update(ChangeRequest $request, Change $change): RedirectResponse
    {
        Once::for(
            $request,
            static fn() => (new PlanChange(CurrentPerson::of($request)))
                ->edit($change, $request->plan(), (int) ($request->validated()['version'] ?? 0))
        );

        return redirect("/changes/$change->id");
    }

    public function go(GoOnRequest $request, Change $change): RedirectResponse
    {
        $input = $request->validated();
        Once::for($request, static fn() => (new GoOn(CurrentPerson::of($request)))(
            $change, PlannedStep::from($input['step']), trim((string) ($input['why'] ?? '')), (int) $input['version'],
        ));

        return back();
    }

    public function tick(TickRequest $request, Change $change): RedirectResponse
    {
        $input = $request->validated();
        Once::for($request, static function () use ($request, $change, $input): void {
            $step = $change->steps()->whereKey($input['step'])->first();
            if (! $step instanceof ChangeStep) {
                throw Refused::because('The plan was changed meanwhile: this step is not in it any more.');
            }
            (new GoOn(CurrentPerson::of($request)))->tick($change, $step, (bool) $input['done']);
        });

        return back();
    }

    public function answer(AnswerRequest $request, Change $change): RedirectResponse
    {
        $input = $request->validated();
        Once::for($request, static function () use ($request, $change, $input): void {
            Locked::again($change);
            if ($change->approval()->first()?->round !== (int) $input['round']) {
                throw Refused::because("{$change->ref()} was changed since you read it: look at what is other now, and answer again.");
            }
            Approving::answer($change, CurrentPerson::of($request), (bool) $input['yes'], trim((string) ($input['comment'] ?? '')));
            Course\QuietWhileItLasts::follow($change, CurrentPerson::of($request));
        });

        return back();
    }

    /** @return array{int, int} of the calendar, in seconds since the epoch */
    private static function range(): array
    {
        return [now()->subDays(self::PAST_DAYS)->getTimestamp(), now()->addDays(self::AHEAD_DAYS)->getTimestamp()];
    }

    /**
     * @return array{from: int, to: int, team: string|null}|null a stretch of the calendar that somebody marked, in milliseconds, and in
     *      whose row
     */
    private static function marked(Request $request): ?array
    {
        [$from, $to] = [Asked::number($request, 'begin'), Asked::number($request, 'end')];
        $team = Asked::text($request, 'team');

        return $from <= 0 || $to <= $from || $to > now()->addYears(1)->getTimestampMs() ? null
            : ['from' => $from, 'to' => $to, 'team' => $team === '' ? null : Team::query()->where('name', $team)->first()?->id];
    }

    /** @return list<Change> */
    private static function near(string $show, string $reader): array
    {
        $ended = now()->subDays(self::PAST_DAYS);

        return array_values(Change::query()->with(['implementer', 'author', 'team'])
            ->where(static fn(Builder $any) => $any->whereNull('ended_at')->orWhere('ended_at', '>', $ended))
            ->where(
                static fn(Builder $any) => $any->where('to_at', '>', $ended)
                    ->orWhereIn('state', [ChangeState::UnderWay, ChangeState::InReview])
            )
            ->where('from_at', '<', now()->addDays(self::AHEAD_DAYS))
            ->when(
                $show === 'planned',
                static fn(Builder $query) => $query->where('is_recorded', false)->whereNotIn('state', [ChangeState::Cancelled])
            )
            ->when($show === 'deployed', static fn(Builder $query) => $query->where('is_recorded', true))
            ->when(
                $show === 'mine',
                static fn(Builder $query) => $query->where(
                    static fn(Builder $any) => $any->where('implementer_id', $reader)->orWhere('author_id', $reader)
                )
            )
            // What is ahead, the soonest first; then what is over, the latest first: of thousands of deployments nobody needs the oldest.
            ->orderByRaw('ended_at is not null')->orderByRaw(
                'case when ended_at is null then from_at end'
            )->orderByDesc('ended_at')->limit(self::MOST)->get()->all());
    }

    /**
     * @param  list<Change>  $changes
     * @return list<ChangeLine>
     */
    public static function lines(array $changes): array
    {
        $items = Change::itemsOf(array_map(static fn(Change $one): int => $one->id, $changes));
        $names = self::names(
            array_merge(...array_map(static fn(array $one): array => [...$one['down'], ...$one['touched']], array_values($items)))
        );

        return array_map(static fn(Change $one): array => $one->toLine($names, $items[$one->id] ?? null), $changes);
    }

    /**
     * @param  array<array-key, string>  $ids
     * @return array<array-key, string>
     */
    public static function names(array $ids): array
    {
        $names = [];
        foreach (array_chunk(array_values(array_unique($ids)), 500) as $some) {
            foreach (Item::query()->whereKey($some)->pluck('name', 'id') as $id => $name) {
                $names[$id] = (string) $name;
            }
        }

        return $names;
    }

    /**
     * @param  array<array-key, string>  $ids
     * @return list<array{id: string, name: string}> of those that there are
     */
    private static function named(array $ids): array
    {
        $names = self::names($ids);

        return array_values(
            array_map(static fn(int|string $id, string $name): array => ['id' => (string) $id, 'name' => $name], array_keys($names), $names)
        );
    }

    /** @return array{id: int, ref: string, title: string, team: string|null}|null what it is to mend */
    private static function forIncident(int $id): ?array
    {
        $incident = $id === 0 ? null : Incident::query()->find($id);

        return $incident === null
            ? null
            : ['id' => $incident->id, 'ref' => $incident->ref(), 'title' => $incident->title, 'team' => $incident->team_id];
    }

    /** @return array<string, mixed>|null a plan to begin with: the same once more */
    private static function like(int $change, int $template): ?array
    {
        $agreed = $template === 0 ? null : ChangeTemplate::query()->find($template);
        if ($agreed?->isInForce() === true) {
            return $agreed->toPlan();
        }
        $found = $change === 0 ? null : Change::query()->where('is_recorded', false)->find($change);

        return $found === null ? null : ChangeShown::plan($found);
    }

    /** @return list<array{id: string, name: string}> */
    private static function teams(): array
    {
        return array_values(
            Team::query()->orderBy('name')->get(['id', 'name'])
                ->map(static fn(Team $one): array => ['id' => $one->id, 'name' => $one->name])->all()
        );
    }

    /** @return list<array{id: value-of<ChangeKind>, words: string}> */
    private static function kinds(): array
    {
        return [
            ['id' => 'standard', 'words' => 'Standard: by a template that was agreed on'],
            ['id' => 'normal', 'words' => 'Normal: others approve it'],
            ['id' => 'emergency', 'words' => 'Emergency: cannot wait, reviewed afterwards'],
        ];
    }
}
