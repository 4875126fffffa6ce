<?php

declare(strict_types=1);

namespace App\Rota\Requests;

use App\Platform\Http\Form;

/** What is sent to add to a handover. */
final class NoteHandoverRequest extends Form
{
    public function rules(): array
    {
        return ['added' => ['present', 'nullable', 'string', 'max:5000'], 'version' => ['required', 'integer']];
    }
}
