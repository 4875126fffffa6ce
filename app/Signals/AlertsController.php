<?php

declare(strict_types=1);

namespace App\Signals;

use App\Platform\CurrentPerson;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Entry;
use App\Platform\Journal\Journal;
use App\Platform\Journal\Telling;
use App\Platform\Once;
use App\Platform\Refused;
use App\Topology\Estate;
use Carbon\CarbonImmutable;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Inertia\Inertia;
use Inertia\Response;

final class AlertsController
{
    private const MOST_SHOWN = 200;

    public function index(Request $request): Response
    {
        $show = $request->string('show')->toString() === 'all' ? 'all' : 'open';
        [$from, $to] = [$request->date('from'), $request->date('to')];
        $alerts = Alert::query()
            ->when($show === 'open', fn($query) => $query->whereNull('closed_at'))
            ->when($from, fn($query) => $query->where(fn($q) => $q->whereNull('closed_at')->orWhere('closed_at', '>=', $from)))
            ->when($to, fn($query) => $query->where('first_signal_at', '<=', $to));

        return Inertia::render('Signals/Alerts', [
            'show' => $show,
            'total' => (clone $alerts)->count(),
            'alerts' => $alerts->orderByRaw('closed_at is not null')->latest('opened_at')->limit(self::MOST_SHOWN)->get()->map(fn(Alert $a): array => $a->summed()),
        ]);
    }

    public function show(Alert $alert): Response
    {
        $estate = Estate::load();
        $impact = $estate->trace($alert->item_id === null ? [] : [$alert->item_id => $alert->level->observed()]);

        return Inertia::render('Signals/Alert', [
            'alert' => [...$alert->summed(), 'key' => $alert->key, 'incident' => $alert->incident === null ? null : ['id' => $alert->incident->id, 'ref' => $alert->incident->ref(), 'title' => $alert->incident->title]],
            'itemName' => $alert->item_id === null ? null : $estate->name($alert->item_id),
            'services' => array_map(static fn($s): array => ['id' => $s->id, 'name' => $s->name, 'tier' => $s->tier, 'state' => $s->state->value], $estate->services($impact)),
            'signals' => AlertSignals::of($alert)->latest('id')->limit(100)->get()
                ->map(fn(Signal $s): array => $s->only(['id', 'at', 'condition', 'level', 'summary', 'value', 'unit', 'url', 'external_id', 'labels', 'received_at'])),
            'story' => Entry::query()->where('subject_kind', 'alert')->where('subject_id', (string) $alert->id)->where('kind', '!=', 'signals.taken')->orderBy('seq')->get()->map(Telling::of(...)),
        ]);
    }

    public function take(Request $request): RedirectResponse
    {
        $input = $request->validate(['alerts' => ['required', 'array', 'max:500'], 'alerts.*' => ['integer']]);
        $person = CurrentPerson::of($request);
        Once::for($request, static function () use ($input, $person): void {
            $free = Alert::query()->whereKey($input['alerts'])->whereNull('taken_at')->get();
            if ($free->isEmpty()) {
                $taker = Alert::query()->with('taker')->whereKey($input['alerts'])->first()?->taker;
                throw Refused::because($taker === null ? 'These alerts are not there any more.' : "$taker->name has taken this already.");
            }
            foreach ($free as $alert) {
                $alert->update(['taken_by' => $person->id, 'taken_at' => now()]);
                Journal::write(Actor::person($person), 'alert.taken', ['alert', $alert->id], ['title' => $alert->title()]);
            }
        });

        return back();
    }

    public function wait(Request $request): RedirectResponse
    {
        $input = $request->validate([
            'alerts' => ['required', 'array', 'max:500'], 'alerts.*' => ['integer'],
            'minutes' => ['required', 'integer', 'min:5', 'max:1440'],
        ]);
        $person = CurrentPerson::of($request);
        Once::for($request, static function () use ($input, $person): void {
            $until = CarbonImmutable::instance(now())->addMinutes((int) $input['minutes']);
            foreach (Alert::query()->whereKey($input['alerts'])->whereNull('incident_id')->get() as $alert) {
                $alert->update(['wait_until' => $until]);
                Journal::write(Actor::person($person), 'alert.waits', ['alert', $alert->id], ['title' => $alert->title(), 'until' => $until->format('H:i')]);
            }
        });

        return back();
    }
}
