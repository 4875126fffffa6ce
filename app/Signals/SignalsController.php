<?php

declare(strict_types=1);

namespace App\Signals;

use App\Platform\Http\ProblemDetails;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;

/** `POST /api/v1/signals`: one signal or a list of them. */
final class SignalsController
{
    public function __invoke(Request $request, AcceptSignals $accept): JsonResponse
    {
        $mostBytes = config()->integer('skarvo.signals.most_bytes');
        $most = config()->integer('skarvo.signals.most_in_a_call');
        if ((int) $request->header('Content-Length', '0') > $mostBytes || strlen($request->getContent()) > $mostBytes) {
            return ProblemDetails::response(413, 'Content Too Large', 'A call takes at most '.number_format($mostBytes).' bytes. Send the signals in several calls. Nothing of this one was taken.');
        }
        try {
            $body = json_decode($request->getContent(), false, 32, JSON_THROW_ON_ERROR);
        } catch (\JsonException $e) {
            return ProblemDetails::response(400, 'Bad Request', 'The body is not JSON: '.lcfirst($e->getMessage()).'. Send one signal as an object, or a list of them, in UTF-8.');
        }
        $signals = is_array($body) ? array_values($body) : [$body];
        if ($signals === [] || (! is_array($body) && ! $body instanceof \stdClass)) {
            return ProblemDetails::response(422, 'Unprocessable Content', 'There is no signal in the body. Send one signal as an object, or a list of them.');
        }
        if (count($signals) > $most) {
            return ProblemDetails::response(413, 'Content Too Large', 'A call takes at most '.number_format($most).' signals, and this one has '.number_format(count($signals)).'. Send them in several calls. Nothing of this one was taken.');
        }
        $result = $accept($signals);
        if (count($result['refused']) === count($signals)) {
            return ProblemDetails::response(422, 'Unprocessable Content', 'No signal could be read; "refused" says why for each.', $result);
        }

        return new JsonResponse($result, 202, [], JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE);
    }
}
