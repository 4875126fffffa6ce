<?php

declare(strict_types=1);

namespace App\Incidents\Requests;

use App\Incidents\Beginning;
use App\Platform\Http\Form;

/** What is sent to take alerts out of an incident. */
final class DetachAlertsRequest extends Form
{
    public function rules(): array
    {
        return [
            'alerts' => ['required', 'array', 'max:'.Beginning::MOST_ALERTS], 'alerts.*' => ['integer'],
            'why' => ['required', 'string', 'max:500'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['why.required' => 'Say why it does not belong here.'];
    }
}
