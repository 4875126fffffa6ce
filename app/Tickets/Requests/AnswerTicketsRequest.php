<?php

declare(strict_types=1);

namespace App\Tickets\Requests;

/** What is sent to give the reporters of several tickets the same answer. */
final class AnswerTicketsRequest extends TicketsRequest
{
    public function rules(): array
    {
        return [...parent::rules(), 'text' => ['required', 'string', 'max:4000'], 'waits' => ['boolean']];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['text.required' => 'Write something first.', 'text.max' => 'Use 4,000 characters at most.'];
    }
}
