<?php

declare(strict_types=1);

namespace App\Tickets\Requests;

use App\Platform\Http\Form;

/** What is sent to accept a ticket that is offered, or to decline it. */
final class AnswerTicketOfferRequest extends Form
{
    public function rules(): array
    {
        return ['accept' => ['required', 'boolean'], 'why' => ['nullable', 'required_if_declined:accept', 'string', 'max:500']];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['why.required_if_declined' => 'Say why, so that somebody else can be found.'];
    }
}
