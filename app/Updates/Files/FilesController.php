<?php

declare(strict_types=1);

namespace App\Updates\Files;

use App\Incidents\Report;
use Illuminate\Http\Response;
use Symfony\Component\HttpFoundation\HeaderUtils;

/** Hands out what was attached: to those who are signed in, and to whoever has the address of the report what is theirs to see. */
final class FilesController
{
    public function show(string $file): Response
    {
        return self::hand(ReportFile::query()->kept()->where('key', $file)->first() ?? abort(404));
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
