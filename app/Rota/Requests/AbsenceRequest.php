<?php

declare(strict_types=1);

namespace App\Rota\Requests;

use App\Platform\Http\Asked;
use App\Platform\Http\Form;

/** What is sent to say when somebody is away. */
final class AbsenceRequest extends Form
{
    public function rules(): array
    {
        return [
            'kind' => ['required', 'in:leave,wish'], 'from' => ['required', ...Asked::TIME],
            'to' => ['required', ...Asked::TIME, Asked::after($this, 'from', 'The end must be later than the beginning.')],
            'what' => ['nullable', 'string', 'max:80'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [...Asked::say('from', 'Say from when.'), ...Asked::say('to', 'Say until when.')];
    }
}
