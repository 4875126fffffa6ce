<?php

declare(strict_types=1);

namespace App\Incidents\Requests;

use App\Platform\Http\Form;

/** What is sent to say that an incident is the same as another. */
final class MergeIncidentsRequest extends Form
{
    public function rules(): array
    {
        return ['into' => ['required', 'integer', 'exists:incidents,id'], 'why' => ['required', 'string', 'max:500']];
    }
}
