<?php

declare(strict_types=1);

namespace App\Incidents\Requests;

use App\Platform\Http\Form;

/** What is sent to say that an incident is two. */
final class SplitIncidentRequest extends Form
{
    public function rules(): array
    {
        return [
            'title' => ['required', 'string', 'max:160'], 'why' => ['required', 'string', 'max:500'],
            'alerts' => ['array', 'list', 'max:5000'], 'alerts.*' => ['integer'],
            'reports' => ['array', 'list', 'max:5000'], 'reports.*' => ['integer'],
        ];
    }
}
