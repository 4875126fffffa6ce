<?php

declare(strict_types=1);

namespace App\Topology\Record\Requests;

use App\Platform\Http\Form;
use Illuminate\Validation\Rule;
use Skarvo\Topology\Strength;

/** What is sent to save a relation. */
final class StoreRelationRequest extends Form
{
    public function rules(): array
    {
        return [
            'id' => ['nullable', 'string', 'exists:relations,id'],
            'forward' => ['required', 'string', 'max:60', 'not_regex:/[;,]|^\d/'], 'backward' => ['required', 'string', 'max:60'],
            'strength' => ['required', Rule::enum(Strength::class)], 'was' => ['required_with:id', 'array'], 'was.*' => ['string'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'forward.required' => 'Say it from the side of what needs, such as "runs on".',
            'forward.not_regex' => 'Leave out commas and semicolons: these words are written between items.',
            'backward.required' => 'Say it from the other side too, such as "hosts".',
        ];
    }
}
