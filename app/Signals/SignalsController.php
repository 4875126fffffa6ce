<?php

declare(strict_types=1);

namespace App\Signals;

use App\Platform\Http\ProblemDetails;
use App\Signals\Intake\SignalBody;
use App\Signals\Intake\SourceCounts;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;

/** `POST /api/v1/signals`: signals in one of the open forms. */
final class SignalsController
{
    public function __invoke(Request $request, AcceptSignals $accept): JsonResponse
    {
        $most = config()->integer('skarvo.signals.most_in_a_call');
        $tooLarge = self::tooLarge($request);
        if ($tooLarge !== null) {
            return $tooLarge;
        }
        try {
            $signals = SignalBody::read($request);
        } catch (\JsonException $e) {
            return ProblemDetails::response(
                400, 'Bad Request',
                'The body is not JSON: '.lcfirst($e->getMessage()).'. Send one signal as an object, or a list of them, in UTF-8.',
            );
        }
        if ($signals === []) {
            return ProblemDetails::response(
                422, 'Unprocessable Content', 'There is no signal in the body. Send one signal as an object, or a list of them.',
            );
        }
        if (count($signals) > $most) {
            return ProblemDetails::response(
                413, 'Content Too Large',
                'A call takes at most '.number_format($most).' signals, and this one has '
                    .number_format(count($signals)).'. Send them in several calls. Nothing of this one was taken.',
            );
        }
        try {
            $result = $accept($signals);
        } catch (TooManySignals $e) {
            return self::turnedAway($e);
        }
        if (count($result['refused']) === count($signals)) {
            return ProblemDetails::response(422, 'Unprocessable Content', 'No signal could be read; "refused" says why for each.', $result);
        }

        return new JsonResponse($result, 202, [], JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE);
    }

    public static function tooLarge(Request $request): ?JsonResponse
    {
        $mostBytes = config()->integer('skarvo.signals.most_bytes');

        return (int) $request->header('Content-Length', '0') > $mostBytes || strlen($request->getContent()) > $mostBytes
            ? ProblemDetails::response(
                413, 'Content Too Large',
                'A call takes at most '.number_format($mostBytes)
                    .' bytes. Send the signals in several calls. Nothing of this one was taken.',
            )
            : null;
    }

    public static function turnedAway(TooManySignals $why): JsonResponse
    {
        SourceCounts::turnedAway($why);

        return ProblemDetails::response(
            429, 'Too Many Requests', $why->getMessage(),
        )->withHeaders(['Retry-After' => (string) $why->retryAfter]);
    }
}
