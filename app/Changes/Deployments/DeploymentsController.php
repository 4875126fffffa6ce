<?php

declare(strict_types=1);

namespace App\Changes\Deployments;

use App\Platform\Http\ProblemDetails;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Skarvo\Changes\Deployments\DeploymentReader;
use Skarvo\Json\BadInput;
use Skarvo\Json\MachineText;

/** `POST /api/v1/deployments`: what a delivery pipeline did, in CDEvents (bare, or in a CloudEvent) or as a plain object. */
final class DeploymentsController
{
    private const MOST_BYTES = 262_144;

    private const DEEPEST = 32;

    public function __invoke(Request $request, TakeDeployment $take): JsonResponse
    {
        $body = $request->getContent();
        if (strlen($body) > self::MOST_BYTES) {
            return ProblemDetails::response(
                413, 'Content Too Large', 'A deployment takes at most '.number_format(self::MOST_BYTES).' bytes. Send less with it.'
            );
        }
        try {
            $value = json_decode($body, false, self::DEEPEST, JSON_THROW_ON_ERROR);
        } catch (\JsonException $e) {
            return ProblemDetails::response(
                400, 'Bad Request', 'The body is not JSON: '.lcfirst($e->getMessage()).'. Send one event or one object, in UTF-8.'
            );
        }
        try {
            $told = $take(DeploymentReader::read($request->hasHeader('ce-specversion') ? self::binary($request, $value) : $value));
        } catch (BadInput $e) {
            return ProblemDetails::response(422, 'Unprocessable Content', $e->getMessage(), $e->toArray());
        }

        return new JsonResponse($told, $told['known'] || $told['change'] === null ? 200 : 201);
    }

    /** The binary form of a CloudEvent has its data for a body. */
    private static function binary(Request $request, mixed $data): \stdClass
    {
        return (object) ['specversion' => MachineText::mended((string) $request->header('ce-specversion')), 'data' => $data];
    }
}
