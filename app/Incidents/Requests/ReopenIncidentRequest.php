<?php

declare(strict_types=1);

namespace App\Incidents\Requests;

use App\Platform\Http\Form;

/** What is sent to reopen an incident. */
final class ReopenIncidentRequest extends Form
{
    public function rules(): array
    {
        return [
            'why' => ['required', 'string', 'max:500'], 'update' => ['required', 'string', 'max:2000'], 'call' => ['boolean'],
            'despite' => ['nullable', 'string', 'max:500'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'why.required' => 'Say why it is not over.', 'update.required' => 'Say in a sentence that it is not over.',
        ];
    }
}
