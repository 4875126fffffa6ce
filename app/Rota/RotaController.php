<?php

declare(strict_types=1);

namespace App\Rota;

use App\Platform\CurrentPerson;
use App\Platform\Given;
use App\Platform\Journal\Entry;
use App\Platform\Journal\Telling;
use App\Platform\Once;
use App\Platform\Person;
use App\Platform\Refused;
use App\Rota\Contracts\RotaPanel;
use App\Rota\Requests\AnswerSwapRequest;
use App\Rota\Requests\AskToSwapRequest;
use App\Rota\Requests\GiveBackTurnRequest;
use App\Rota\Requests\TurnRequest;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use Inertia\Inertia;
use Inertia\Response;
use Skarvo\Rota\Absence;
use Skarvo\Rota\Segment;

/** A rota: its turns and gaps over the next weeks, and exceptions to it, each with its effect before it is saved. */
final class RotaController
{
    private const WEEKS = 6;

    public function show(Request $request, Rota $rota): Response
    {
        $now = now()->getTimestamp();
        $to = $now + self::WEEKS * 7 * 86400;
        $person = CurrentPerson::of($request);
        $names = Person::query()->pluck('name', 'id');
        $coverage = $rota->between($now - 86400, $to);

        return Inertia::render('Rota/Rota', [
            'rota' => [
                'id' => $rota->id, 'name' => $rota->name, 'time_zone' => $rota->time_zone, 'team' => $rota->team?->name,
                'team_id' => $rota->team_id,
            ],
            'turns' => array_map(
                static fn(Segment $s): array => [
                    'from' => $s->from * 1000, 'to' => $s->to * 1000, 'person' => $s->person,
                    'name' => $s->person === null ? null : ($names[$s->person] ?? $s->person), 'layer' => $s->layer,
                    'changed' => $s->override !== null,
                ],
                $coverage->segments,
            ),
            'uncovered' => $coverage->uncoveredSeconds() * 1000,
            ...array_merge(...array_map(
                static fn(RotaPanel $panel): array => $panel->page($rota, $now, $to), Given::all(RotaPanel::class),
            )),
            'leave' => array_values(array_map(
                static fn(Absence $a): array => [
                    'name' => $names[$a->person] ?? $a->person, 'from' => $a->from * 1000, 'to' => $a->to * 1000,
                ],
                array_filter(Absences::between($now, $to), static fn(Absence $a): bool => ! $a->isWish && $rota->names($a->person)),
            )),
            'people' => Person::query()->whereNull('left_at')->where('team_id', $rota->team_id)->orderBy('name')->get(['id', 'name']),
            'myself' => $person->id,
            'mayArrange' => $person->can('arrange', Rota::class),
            'isMine' => $person->team_id === $rota->team_id,
            'swaps' => DB::table('rota_swaps')->join('people as a', 'a.id', '=', 'asker_id')
                ->join('people as b', 'b.id', '=', 'asked_id')->where('rota_id', $rota->id)->where('state', 'asked')
                ->where('to_at', '>', $now)->orderBy('from_at')
                ->get(['rota_swaps.*', 'a.name as asker', 'b.name as asked'])->map(fn(\stdClass $s): array => [
                    'id' => (int) $s->id, 'asker' => $s->asker, 'asked' => $s->asked, 'asker_id' => $s->asker_id, 'asked_id' => $s->asked_id, 'from' => (int) $s->from_at * 1000, 'to' => (int) $s->to_at * 1000, // Why somebody is away is between those two, and whoever arranges rotas.
                    'why' => $person->can('reasons', [Rota::class, $s->asker_id, $s->asked_id]) ? $s->why : '',
                    'changes' => self::told(ChangeRota::effect(
                        $rota, ChangeRota::swapping(max($now, (int) $s->from_at), (int) $s->to_at, $s->asker_id, $s->asked_id),
                        max($now, (int) $s->from_at), (int) $s->to_at,
                    )),
                ]),
            'exceptions' => ChangeRota::standing($rota, $person),
            'history' => Entry::query()->about('rota', $rota->id)->latest('seq')->limit(30)->get()->map(Telling::of(...)),
            'feeds' => [...Feeds::of($person, 'person', $person->id), ...Feeds::of($person, 'rota', $rota->id)],
            'feed' => $request->session()->get('feed'),
        ]);
    }

    /** What it would change, before it is saved. */
    public function effect(TurnRequest $request, Rota $rota): JsonResponse
    {
        ChangeRota::refuseOutsiders($rota, CurrentPerson::of($request));
        [$override, $from, $to] = $request->turn();
        $changes = ChangeRota::effect($rota, $override, $from, $to);
        $gap = static fn(Rota $one): int => $one->between($from, $to)->uncoveredSeconds() * 1000;

        return new JsonResponse([
            'changes' => self::told($changes), 'uncovered_before' => $gap($rota),
            'uncovered_after' => $gap($rota->withOverride($override)),
        ]);
    }

    public function take(TurnRequest $request, Rota $rota): RedirectResponse
    {
        [$override, $from, $to] = $request->turn();
        $person = CurrentPerson::of($request);
        ChangeRota::refuseOutsiders($rota, $person);
        Once::for($request, static function () use ($rota, $override, $from, $to, $person): void {
            if (! ChangeRota::keep($rota, $override, $from, $to, $person, RotaEntry::RotaTaken)) {
                throw Refused::because('That changes nothing: it is so already.');
            }
        });

        return back();
    }

    /** A turn that was taken, or put on somebody, goes back to whoever had it. */
    public function giveBack(GiveBackTurnRequest $request, Rota $rota): RedirectResponse
    {
        $input = $request->validated();
        $person = CurrentPerson::of($request);
        Once::for($request, static fn() => ChangeRota::giveBack($rota, $input['override'], $person));

        return back();
    }

    public function askToSwap(AskToSwapRequest $request, Rota $rota, SwapTurns $swap): RedirectResponse
    {
        $input = $request->validated();
        [$override, $from, $to] = $request->turn();
        $person = CurrentPerson::of($request);
        $other = Person::query()->whereKey($input['with'])->firstOrFail();
        ChangeRota::refuseOutsiders($rota, $person, $other);
        Once::for($request, static function () use ($swap, $rota, $override, $from, $to, $person, $other, $input): void {
            $swap->ask($rota, $override, $from, $to, $person, $other, (string) ($input['why'] ?? ''));
        });

        return back();
    }

    public function answerSwap(AnswerSwapRequest $request, int $swap, SwapTurns $turns): RedirectResponse
    {
        $accepts = (bool) $request->validated()['accept'];
        $person = CurrentPerson::of($request);
        Once::for($request, static function () use ($turns, $swap, $accepts, $person): void {
            $turns->answer($swap, $accepts, $person);
        });

        return back();
    }

    /**
     * @param  list<array{from: int, to: int, was: string|null, is: string|null}>  $changes
     * @return list<array{from: int, to: int, was: string|null, is: string|null}> with names and milliseconds
     */
    private static function told(array $changes): array
    {
        $names = Person::query()
            ->whereKey(array_values(array_filter([...array_column($changes, 'was'), ...array_column($changes, 'is')])))
            ->pluck('name', 'id');

        return array_map(
            static fn(array $c): array => [
                'from' => $c['from'] * 1000, 'to' => $c['to'] * 1000,
                'was' => $c['was'] === null ? null : (string) ($names[$c['was']] ?? $c['was']),
                'is' => $c['is'] === null ? null : (string) ($names[$c['is']] ?? $c['is']),
            ],
            $changes,
        );
    }
}
