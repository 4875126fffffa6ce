<?php

declare(strict_types=1);

namespace App\Tickets\WaysIn;

use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;

/** `POST /api/v1/mails`: a mail gateway hands over what came for the desk, as it was sent. */
final class MailController
{
    /** Larger mails carry pictures, which are not kept anyway. */
    private const LARGEST = 26_214_400;

    public function __invoke(Request $request, TakeMail $take): JsonResponse
    {
        $bytes = $request->getContent();
        abort_if(strlen($bytes) > self::LARGEST, 413);
        $report = $take(ReadMail::of($bytes));
        if ($report === null) {
            return new JsonResponse(
                ['ref' => null, 'follow' => null, 'why' => 'A machine wrote it: it is no report, and is not answered.'], 202,
            );
        }

        return new JsonResponse(['ref' => $report->ref(), 'follow' => route('report.follow', $report->key())], 201);
    }
}
