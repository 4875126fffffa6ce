<?php

declare(strict_types=1);

namespace App\Incidents\Requests;

use App\Platform\Http\Form;

/** What is sent to resolve an incident. */
final class ResolveIncidentRequest extends Form
{
    public function rules(): array
    {
        return ['resolution' => ['required', 'string', 'max:2000'], 'update' => ['required', 'string', 'max:2000']];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'resolution.required' => 'Say what was done, for those who come after you.',
            'update.required' => 'Say in a sentence that it is over.',
        ];
    }
}
