<?php

declare(strict_types=1);

namespace App\Tickets;

use App\Incidents\Report;
use App\Tickets\Requests\SayRequest;
use Illuminate\Http\RedirectResponse;
use Illuminate\Support\Facades\DB;

/** A reporter adds something, on the page by which they follow their report. */
final class ReporterController
{
    /** What was linked by itself is something else: one press says so. */
    public function other(string $token): RedirectResponse
    {
        $report = Report::byKey($token) ?? abort(404);
        $ticket = Ticket::query()->where('report_id', $report->id)->firstOrFail();
        DB::transaction(static fn() => LinkBeyondDoubt::isSomethingElse($ticket));

        return redirect()->route('report.follow', $token);
    }

    public function __invoke(SayRequest $request, string $token, HearReporter $hear): RedirectResponse
    {
        $report = Report::byKey($token) ?? abort(404);
        $input = $request->validated();
        $hear(
            $report, (string) $input['text'], (bool) ($input['still'] ?? false), (bool) ($input['urgent'] ?? false),
            (string) $input['send_key'], $request->checkedFiles(),
        );

        return redirect()->route('report.follow', $token);
    }
}
