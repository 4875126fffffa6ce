<?php

declare(strict_types=1);

namespace App\Tickets\WaysIn;

use App\Tickets\Requests\ChatRequest;
use Illuminate\Http\JsonResponse;

/** `POST /api/v1/chat`: a chat hands over what was written in a channel of the desk. */
final class ChatController
{
    public function __invoke(ChatRequest $request, TakeChat $take): JsonResponse
    {
        $input = $request->validated();
        $report = $take(
            (string) $input['channel'], (string) $input['thread'], (string) $input['message'], (string) $input['author'],
            (string) $input['text'],
        );

        return new JsonResponse(['ref' => $report->ref(), 'follow' => route('report.follow', $report->key())], 201);
    }
}
