<?php

declare(strict_types=1);

namespace App\Topology\Scan;

use App\Platform\Http\ProblemDetails;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Skarvo\Json\BadInput;
use Skarvo\Json\Document;
use Skarvo\Topology\Scan\Snapshot;

/** `POST /api/v1/snapshots`: what a scanner found. */
final class SnapshotsController
{
    private const MOST_BYTES = 32 * 1024 * 1024;

    private const SECONDS = 120;

    public function __invoke(Request $request, TakeSnapshot $take): JsonResponse
    {
        if ((int) $request->header('Content-Length', '0') > self::MOST_BYTES || strlen($request->getContent()) > self::MOST_BYTES) {
            return ProblemDetails::response(
                413, 'Content Too Large',
                'A snapshot has at most '.number_format(self::MOST_BYTES)
                    .' bytes. Let the scanner look at smaller parts, each under its own name.',
            );
        }
        set_time_limit(self::SECONDS);
        $body = $request->getContent();
        try {
            $result = $take(Snapshot::read(Document::parse($body)), $body);
        } catch (BadInput $e) {
            return ProblemDetails::response(422, 'Unprocessable Content', $e->getMessage(), $e->toArray());
        }
        if ($result['state'] === 'refused') {
            return ProblemDetails::response(409, 'Conflict', (string) $result['because']);
        }

        return new JsonResponse(
            [
                'state' => $result['state'], ...($result['because'] === null ? [] : ['because' => $result['because']]),
                'counts' => $result['outcome']['counts'] ?? new \stdClass, 'refused' => $result['outcome']['refused'] ?? [],
                'passed_over' => $result['outcome']['passed_over'] ?? [],
            ],
            202, [], JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE,
        );
    }
}
