<?php

declare(strict_types=1);

namespace App\Incidents\Requests;

use App\Incidents\Beginning;
use App\Platform\Http\Form;
use Illuminate\Validation\Rule;
use Skarvo\Topology\State;

/** What somebody begins an incident with: alerts, reports, an item, or nothing. */
class BeginningRequest extends Form
{
    private const MOST_REPORTS = 500;

    public function rules(): array
    {
        return [
            'alerts' => ['array', 'max:'.Beginning::MOST_ALERTS], 'alerts.*' => ['integer'],
            'reports' => ['array', 'max:'.self::MOST_REPORTS], 'reports.*' => ['integer'],
            'item' => ['nullable', 'string', 'max:128', Rule::exists('items', 'id')],
            'state' => ['nullable', Rule::in([State::Down->value, State::Degraded->value, State::AtRisk->value])],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        $most = number_format(Beginning::MOST_ALERTS);

        return [
            'alerts.max' => "An incident takes $most alerts at once. Attach the others to it afterwards.",
            'item.exists' => 'This item is not in the estate any more. Choose another.',
        ];
    }

    public function beginning(): Beginning
    {
        $input = $this->validated();
        $ids = static fn(string $name): array => array_values(array_unique(array_map(intval(...), $input[$name] ?? [])));

        return new Beginning(
            $ids('alerts'), $ids('reports'), $input['item'] ?? null, isset($input['state']) ? State::from($input['state']) : null,
        );
    }
}
