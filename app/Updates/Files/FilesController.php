<?php

declare(strict_types=1);

namespace App\Updates\Files;

use App\Incidents\Report;
use App\Platform\CurrentPerson;
use App\Platform\Given;
use App\Updates\Contracts\GuardsReports;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Symfony\Component\HttpFoundation\HeaderUtils;

/**
 * Hands out what was attached: to those of us who may read the report, and to whoever has the address of the report what is theirs to see.
 */
final class FilesController
{
    public function show(Request $request, string $file): Response
    {
        $found = ReportFile::query()->kept()->where('key', $file)->first() ?? abort(404);
        $report = Report::query()->findOrFail($found->report_id);
        foreach (Given::all(GuardsReports::class) as $guard) {
            $guard->mayOpen($report, CurrentPerson::of($request)) || abort(403);
        }

        return self::hand($found);
    }

    public function ofReporter(string $token, string $file): Response
    {
        $report = Report::byKey($token) ?? abort(404);

        return self::hand(ReportFile::query()->forReporter()->where('report_id', $report->id)->where('key', $file)->first() ?? abort(404));
    }

    /** Pictures were drawn by us and may be looked at; anything else is only ever saved. */
    private static function hand(ReportFile $file): Response
    {
        return new Response($file->content(), 200, [
            'Content-Type' => $file->kind->mime(),
            'Content-Disposition' => HeaderUtils::makeDisposition(
                $file->kind->isPicture() ? HeaderUtils::DISPOSITION_INLINE : HeaderUtils::DISPOSITION_ATTACHMENT, $file->name,
                'file-'.$file->id.'.'.$file->kind->value,
            ),
            'Content-Security-Policy' => "default-src 'none'; sandbox",
            'X-Content-Type-Options' => 'nosniff', 'Cache-Control' => 'private, max-age=3600',
        ]);
    }
}
