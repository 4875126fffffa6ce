<?php

declare(strict_types=1);

namespace App\Signals\Intake;

use App\Platform\ApiToken;
use App\Platform\Http\ProblemDetails;
use App\Signals\SignalsController;
use App\Signals\TooManySignals;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;

/** `POST /api/v1/sources/{source}`: any JSON, from a sender that knows nothing of us; and its heartbeats. */
final class PayloadController
{
    public function __invoke(Request $request, string $source, TakePayload $take): JsonResponse
    {
        $found = self::letIn($request, $source);
        if ($found instanceof JsonResponse) {
            return $found;
        }
        $tooLarge = SignalsController::tooLarge($request);
        if ($tooLarge !== null) {
            return $tooLarge;
        }
        try {
            $payload = json_decode($request->getContent(), false, 64, JSON_THROW_ON_ERROR);
        } catch (\JsonException $e) {
            SourceCounts::error($found->id, 'A payload is not JSON: '.lcfirst($e->getMessage()).'.');

            return ProblemDetails::response(400, 'Bad Request', 'The body is not JSON: '.lcfirst($e->getMessage()).'. Send JSON in UTF-8.');
        }
        try {
            return new JsonResponse(
                $take($found, $payload, $request->getContent()), 202, [], JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE,
            );
        } catch (TooManySignals $e) {
            return SignalsController::turnedAway($e);
        }
    }

    /** `POST /api/v1/sources/{source}/heartbeat`: it lives. */
    public function heartbeat(Request $request, string $source, Heartbeats $heartbeats): JsonResponse
    {
        $found = self::letIn($request, $source);
        if ($found instanceof JsonResponse) {
            return $found;
        }
        $check = $request->query('check');
        $item = $request->query('item');

        return new JsonResponse(
            ['heartbeats' => $heartbeats->beat($found->id, is_string($check) ? $check : null, is_string($item) ? $item : null)],
            202,
        );
    }

    private static function letIn(Request $request, string $id): Source|JsonResponse
    {
        // Many senders can be given an address and nothing else, so the token may stand in it.
        $plain = $request->bearerToken() ?? $request->query('token');
        $source = is_string($plain)
            && $plain !== '' ? Source::query()->where('id', $id)->where('token_hash', ApiToken::hashOf($plain))->first() : null;

        return $source ?? ProblemDetails::response(
            401, 'Unauthorized',
            'Send the token of this source: "Authorization: Bearer …", or ?token=… in the address. Its page shows where to make one.',
        )->withHeaders(['WWW-Authenticate' => 'Bearer realm="Skarvo"']);
    }
}
