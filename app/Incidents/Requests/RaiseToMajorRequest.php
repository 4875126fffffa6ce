<?php

declare(strict_types=1);

namespace App\Incidents\Requests;

use App\Platform\Http\Form;
use App\Topology\Item;
use Illuminate\Validation\Rule;
use Skarvo\Incidents\Impact;
use Skarvo\Incidents\Urgency;

/** What is sent to raise an incident to a major one. */
final class RaiseToMajorRequest extends Form
{
    public function rules(): array
    {
        return [
            'version' => ['required', 'integer'], 'title' => ['required', 'string', 'max:160'],
            'service' => ['nullable', 'string', Rule::exists('items', 'id')->where('kind', Item::SERVICE)],
            'impact' => ['required', Rule::enum(Impact::class)], 'urgency' => ['required', Rule::enum(Urgency::class)],
            'confirmed' => ['nullable', 'string', 'max:500'], 'update' => ['nullable', 'string', 'max:2000'], 'call' => ['boolean'],
            'despite' => ['nullable', 'string', 'max:500'],
        ];
    }
}
