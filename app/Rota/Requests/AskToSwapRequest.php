<?php

declare(strict_types=1);

namespace App\Rota\Requests;

/** What is sent to ask somebody to swap turns. */
final class AskToSwapRequest extends TurnRequest
{
    public function rules(): array
    {
        return [...parent::rules(), 'with' => ['required', 'string', 'exists:people,id'], 'why' => ['nullable', 'string', 'max:300']];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [...parent::messages(), 'with.*' => 'Choose whom to swap with.'];
    }
}
