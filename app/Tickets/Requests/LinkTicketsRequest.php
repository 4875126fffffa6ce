<?php

declare(strict_types=1);

namespace App\Tickets\Requests;

/** What is sent to link tickets to an incident. */
final class LinkTicketsRequest extends TicketsRequest
{
    public function rules(): array
    {
        return [...parent::rules(), 'incident' => ['required', 'integer', 'exists:incidents,id']];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['incident.*' => 'Choose an incident that is under way.'];
    }
}
