<?php

declare(strict_types=1);

namespace App\Incidents\Requests;

use App\Platform\Http\Asked;
use App\Platform\Http\Form;
use Illuminate\Validation\Rule;
use Skarvo\Incidents\Impact;
use Skarvo\Incidents\Stage;
use Skarvo\Incidents\Urgency;

/** What is sent to correct what is said about an incident. */
final class ChangeIncidentRequest extends Form
{
    public function rules(): array
    {
        return [
            'version' => ['required', 'integer'], 'why' => ['nullable', 'string', 'max:500'], 'call' => ['boolean'],
            'title' => ['required', 'string', 'max:160'], 'since' => ['nullable', ...Asked::TIME],
            'impact' => ['required', Rule::enum(Impact::class)], 'urgency' => ['required', Rule::enum(Urgency::class)],
            'stage' => [
                'required',
                Rule::in(array_map(
                    static fn(Stage $s): string => $s->value,
                    array_filter(Stage::cases(), static fn(Stage $s): bool => $s !== Stage::Restored),
                )),
            ],
        ];
    }
}
