<?php

declare(strict_types=1);

namespace App\Incidents\Requests;

use App\Topology\Item;
use Illuminate\Validation\Rule;
use Skarvo\Incidents\Impact;
use Skarvo\Incidents\Urgency;

/** What is sent to declare an incident. */
final class DeclareIncidentRequest extends BeginningRequest
{
    public function rules(): array
    {
        return [
            ...parent::rules(),
            'title' => ['required', 'string', 'max:160'],
            'service' => ['nullable', 'string', Rule::exists('items', 'id')->where('kind', Item::SERVICE)],
            'impact' => ['required', Rule::enum(Impact::class)],
            'urgency' => ['required', Rule::enum(Urgency::class)],
            'team' => ['nullable', 'string', 'exists:teams,id'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            ...parent::messages(),
            'title.required' => 'Say in a few words what is wrong.',
            'service.exists' => 'This service is not in the estate any more. Choose another.',
        ];
    }
}
