<?php

declare(strict_types=1);

namespace App\Paging\Talk;

use App\Paging\Requests\HearBridgeRequest;
use App\Paging\Requests\HearTalkRequest;
use App\Platform\Person;
use Carbon\CarbonImmutable;
use Illuminate\Http\JsonResponse;
use Illuminate\Support\Facades\DB;
use Skarvo\Paging\Bridge\Heard;

/** `POST /api/v1/conversations` and `POST /api/v1/bridges`: what a chat and a phone exchange tell. */
final class HearTalkController
{
    public function said(HearTalkRequest $request, HoldConversation $talk): JsonResponse
    {
        $input = $request->validated();
        $conversation = Conversation::query()->where('name', (string) $input['conversation'])->firstOrFail();
        $person = isset($input['person']) ? Person::query()->find((string) $input['person']) : null;
        DB::transaction(static fn() => $talk->hear(
            $conversation, (string) $input['message'], $person, (string) $input['author'], trim((string) $input['text']), self::at($input),
        ));

        return new JsonResponse(['taken' => true], 202);
    }

    public function bridge(HearBridgeRequest $request, RunBridge $bridges): JsonResponse
    {
        $input = $request->validated();
        $bridge = Bridge::query()->where('name', (string) $input['bridge'])->firstOrFail();
        $person = Person::query()->findOrFail((string) $input['person']);
        DB::transaction(
            static fn() => $bridges->hear($bridge, (string) $input['id'], $person, Heard::from((string) $input['event']), self::at($input))
        );

        return new JsonResponse(['taken' => true], 202);
    }

    /** @param  array<string, mixed>  $input */
    private static function at(array $input): CarbonImmutable
    {
        return is_string($input['at'] ?? null) ? CarbonImmutable::parse($input['at'])->utc() : CarbonImmutable::now();
    }
}
