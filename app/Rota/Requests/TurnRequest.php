<?php

declare(strict_types=1);

namespace App\Rota\Requests;

use App\Platform\CurrentPerson;
use App\Platform\Http\Asked;
use App\Platform\Http\Form;
use App\Platform\Refused;
use App\Rota\ChangeRota;
use App\Rota\Rota;
use Carbon\CarbonImmutable;

/** What is sent to take a turn, to put somebody on call, or to swap: from when until when, and who. */
class TurnRequest extends Form
{
    private const LONGEST_DAYS = 31;

    public function rules(): array
    {
        return [
            'from' => ['required', ...Asked::TIME],
            'to' => ['required', ...Asked::TIME, Asked::after($this, 'from', 'It has to end after it begins.')],
            'person' => ['nullable', 'string', 'exists:people,id'], 'with' => ['nullable', 'string', 'exists:people,id'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [...Asked::say('from', 'Say from when.'), ...Asked::say('to', 'Say until when.')];
    }

    /**
     * @return array{array<string, mixed>, int, int} the exception, and its limits in seconds since the epoch
     *
     * @throws Refused if it is over, too long, or not this person's to ask for
     */
    public function turn(): array
    {
        $input = $this->validated();
        [$from, $to] = [CarbonImmutable::parse($input['from'])->getTimestamp(), CarbonImmutable::parse($input['to'])->getTimestamp()];
        if ($to <= now()->getTimestamp()) {
            throw Refused::because('That is over already.', 'to');
        }
        // Who was on call stays as it was.
        $from = max($from, now()->getTimestamp());
        if ($to - $from > self::LONGEST_DAYS * 86400) {
            throw Refused::because('Use '.self::LONGEST_DAYS.' days at most; a change of the layers is for what lasts.', 'to');
        }
        $me = CurrentPerson::of($this);
        $with = $input['with'] ?? null;
        if ($with !== null && $with !== '') {
            if ($with === $me->id) {
                throw Refused::because('Choose someone else to swap with.', 'with');
            }

            return [ChangeRota::swapping($from, $to, $me->id, $with), $from, $to];
        }
        $person = ($input['person'] ?? '') ?: $me->id;
        if ($person !== $me->id && ! $me->can('arrange', Rota::class)) {
            throw Refused::because('You can take turns yourself. Ask a coordinator to put somebody else on call.', 'person');
        }

        return [ChangeRota::taking($from, $to, $person), $from, $to];
    }
}
