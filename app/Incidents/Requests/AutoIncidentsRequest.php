<?php

declare(strict_types=1);

namespace App\Incidents\Requests;

use App\Platform\Http\Form;
use Illuminate\Validation\Rule;
use Skarvo\Signals\Level;

/** What is sent to say when alerts of a team become incidents. */
final class AutoIncidentsRequest extends Form
{
    public function rules(): array
    {
        return [
            'incidents' => ['required', Rule::in(['off', 'suggest', 'do'])], 'tier' => ['nullable', 'integer', 'min:1', 'max:4'],
            'level' => ['nullable', Rule::enum(Level::class)],
            'alerts' => ['nullable', 'integer', 'min:1', 'max:1000'], 'minutes' => ['nullable', 'integer', 'min:1', 'max:1440'],
        ];
    }
}
