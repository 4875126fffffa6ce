<?php

declare(strict_types=1);

namespace App\Incidents\Requests;

use App\Platform\Http\Form;

/** What is sent to write a note or a decision into the journal of an incident. */
final class NoteIncidentRequest extends Form
{
    public function rules(): array
    {
        return ['text' => ['required', 'string', 'max:4000'], 'decision' => ['boolean']];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['text.required' => 'Write what happened.'];
    }
}
