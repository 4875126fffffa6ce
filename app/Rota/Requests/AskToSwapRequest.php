<?php

declare(strict_types=1);

namespace App\Rota\Requests;

use App\Platform\Http\Form;

/** What is sent to ask somebody to swap turns. */
final class AskToSwapRequest extends Form
{
    public function rules(): array
    {
        return ['with' => ['required', 'string', 'exists:people,id'], 'why' => ['nullable', 'string', 'max:300']];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['with.*' => 'Choose whom to swap with.'];
    }
}
