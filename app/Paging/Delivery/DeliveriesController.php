<?php

declare(strict_types=1);

namespace App\Paging\Delivery;

use App\Paging\AnswerPage;
use App\Paging\Contracts\HearsDeliveries;
use App\Paging\Page;
use App\Paging\Requests\DeliveryRequest;
use App\Platform\Given;
use App\Platform\Http\ProblemDetails;
use App\Platform\Refused;
use Illuminate\Http\JsonResponse;
use Skarvo\Paging\Reply;

/** What a gateway tells of a message that it took: it arrived, it came back, it was answered. Telling twice changes nothing. */
final class DeliveriesController
{
    public function __construct(private readonly NoteDelivery $note, private readonly AnswerPage $answer) {}

    public function __invoke(DeliveryRequest $request): JsonResponse
    {
        $input = $request->validated();
        $page = preg_match('/^page-(\d+)$/D', (string) $input['key'], $m) === 1 ? Page::query()->find((int) $m[1]) : null;
        if ($page === null) {
            foreach ($input['event'] === 'answered' ? [] : Given::all(HearsDeliveries::class) as $one) {
                $isNews = $one->heard(
                    (string) $input['key'], $input['event'] === 'failed' ? (string) ($input['why'] ?? 'not delivered') : null
                );
                if ($isNews !== null) {
                    return $this->told($isNews);
                }
            }

            return ProblemDetails::response(404, 'Not Found', 'No message has this key. Send the Idempotency-Key that it came with.');
        }
        return match ($input['event']) {
            'delivered' => $this->told($this->note->arrived($page)),
            'failed' => $this->told($page->together()->map(
                fn(Page $one): bool => $this->note->cameBack($one, (string) ($input['why'] ?? 'not delivered')),
            )->contains(true)),
            default => $this->answered($page, (string) ($input['text'] ?? ''), $input['digit'] ?? null),
        };
    }

    private function answered(Page $page, string $text, mixed $digit): JsonResponse
    {
        $reply = is_string($digit) ? Reply::fromKey($digit) : Reply::fromText($text);
        $said = is_string($digit) ? "key $digit" : $text;
        // Whatever somebody answers, they have it.
        $this->note->arrived($page);
        if ($reply === null) {
            $this->note->unclear($page, $said);

            return new JsonResponse([
                'understood' => false,
                'say' => is_string($digit)
                    ? 'Press 1 for yes, 2 for no, 3 for in ten minutes, 4 to hand it on.'
                    : 'Not understood. Answer yes, no, in 10, or hand to and a name.',
            ]);
        }
        $how = is_string($digit) ? 'key' : match ($page->channel) {
            'mail' => 'mail', 'chat' => 'chat', default => 'text',
        };
        try {
            $changed = ($this->answer)($page, $reply, $how, also: array_values(array_map(intval(...), $page->together()->modelKeys())));
        } catch (Refused $e) {
            $this->note->unclear($page, $said);

            return new JsonResponse(['understood' => false, 'say' => $e->getMessage()]);
        }

        return new JsonResponse([
            'understood' => true, 'changed' => $changed,
            'say' => $changed ? 'Thank you. It is noted.' : 'That was known, or it is over.',
        ]);
    }

    private function told(bool $changed): JsonResponse
    {
        return new JsonResponse(['changed' => $changed]);
    }
}
