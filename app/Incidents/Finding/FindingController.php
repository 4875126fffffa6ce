<?php

declare(strict_types=1);

namespace App\Incidents\Finding;

use App\Incidents\Incident;
use App\Incidents\Requests\AddHypothesisRequest;
use App\Incidents\Requests\AddOptionRequest;
use App\Incidents\Requests\ChooseOptionRequest;
use App\Incidents\Requests\SetEstimateRequest;
use App\Incidents\Requests\SettleHypothesisRequest;
use App\Incidents\WhoTakesPart;
use App\Platform\CurrentPerson;
use App\Platform\Once;
use App\Platform\Team;
use App\Topology\Item;
use Carbon\CarbonImmutable;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Skarvo\Incidents\Finding\HypothesisState;
use Skarvo\Incidents\Finding\OptionKind;

/** What may be the cause of an incident, when it may be over, and what can be done about it. */
final class FindingController
{
    public function add(AddHypothesisRequest $request, Incident $incident): RedirectResponse
    {
        $input = $request->validated();
        $by = CurrentPerson::of($request);
        WhoTakesPart::must($incident, $by);
        $item = isset($input['item']) ? Item::query()->findOrFail((string) $input['item']) : null;
        Once::for(
            $request,
            static fn() => (new WorkHypotheses($by))->add($incident, trim($input['text']), trim((string) ($input['check'] ?? '')), $item),
        );

        return back();
    }

    public function take(Request $request, Hypothesis $hypothesis): RedirectResponse
    {
        $by = CurrentPerson::of($request);
        WhoTakesPart::must($hypothesis->incident, $by);
        Once::for($request, static fn() => (new WorkHypotheses($by))->take($hypothesis));

        return back();
    }

    public function settle(SettleHypothesisRequest $request, Hypothesis $hypothesis): RedirectResponse
    {
        $input = $request->validated();
        $by = CurrentPerson::of($request);
        WhoTakesPart::must($hypothesis->incident, $by);
        Once::for($request, static fn() => (new WorkHypotheses($by))->settle(
            $hypothesis, HypothesisState::from($input['state']), trim($input['why']), (int) $input['version'],
        ));

        return back();
    }

    public function estimate(SetEstimateRequest $request, Incident $incident, SetEstimate $set): RedirectResponse
    {
        $input = $request->validated();
        $by = CurrentPerson::of($request);
        WhoTakesPart::must($incident, $by);
        $at = isset($input['at']) ? CarbonImmutable::parse($input['at'])->utc() : null;
        Once::for($request, static fn() => $set($incident, $at, (string) ($input['why'] ?? ''), (int) $input['seen'], $by));

        return back();
    }

    public function option(AddOptionRequest $request, Incident $incident): RedirectResponse
    {
        $input = $request->validated();
        $by = CurrentPerson::of($request);
        WhoTakesPart::must($incident, $by);
        Once::for($request, static fn() => (new WeighOptions($by))->add(
            $incident, OptionKind::from($input['kind']), trim($input['text']), isset($input['minutes']) ? (int) $input['minutes'] : null,
            trim((string) ($input['risk'] ?? '')), array_values(array_unique($input['items'] ?? [])),
        ));

        return back();
    }

    public function drop(Request $request, Option $option): RedirectResponse
    {
        $by = CurrentPerson::of($request);
        WhoTakesPart::must($option->incident, $by);
        Once::for($request, static fn() => (new WeighOptions($by))->drop($option));

        return back();
    }

    public function choose(ChooseOptionRequest $request, Option $option): RedirectResponse
    {
        $input = $request->validated();
        $team = isset($input['team']) ? Team::query()->find((string) $input['team']) : null;
        Once::for($request, static fn() => (new WeighOptions(CurrentPerson::of($request)))->choose($option, trim($input['why']), $team));

        return back();
    }
}
