<?php

declare(strict_types=1);

namespace App\Incidents\Requests;

use App\Platform\Http\Form;
use Illuminate\Validation\Rule;
use Skarvo\Topology\State;

/** What is sent to say that an item is hit, or is not. */
final class SayOfItemRequest extends Form
{
    public function rules(): array
    {
        return [
            'item' => ['required', 'string', 'max:128', Rule::exists('items', 'id')],
            'state' => ['nullable', Rule::in([State::Down->value, State::Degraded->value, State::AtRisk->value])],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['item.*' => 'Choose an item of the estate.'];
    }
}
