<?php

declare(strict_types=1);

namespace App\Incidents\Requests;

use App\Incidents\Beginning;
use App\Platform\Http\Form;

/** What is sent to attach alerts to an incident. */
final class AttachAlertsRequest extends Form
{
    public function rules(): array
    {
        return [
            'alerts' => ['required', 'array', 'max:'.Beginning::MOST_ALERTS], 'alerts.*' => ['integer'],
            'from' => ['nullable', 'integer', 'exists:incidents,id'],
        ];
    }
}
