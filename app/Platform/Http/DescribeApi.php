<?php

declare(strict_types=1);

namespace App\Platform\Http;

use Illuminate\Http\JsonResponse;

/** `GET /api/v1/openapi.json`: what the API takes and answers, for programs. */
final class DescribeApi
{
    private const FILE = 'docs/openapi.json';

    public function __invoke(): JsonResponse
    {
        return JsonResponse::fromJsonString(
            (string) file_get_contents(base_path(self::FILE)), 200, ['Cache-Control' => 'public, max-age=3600'],
        );
    }
}
