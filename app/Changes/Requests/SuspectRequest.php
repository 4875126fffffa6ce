<?php

declare(strict_types=1);

namespace App\Changes\Requests;

use App\Changes\InRoom\WhatChanged;
use App\Platform\Http\Form;
use Illuminate\Validation\Rule;
use Skarvo\Changes\SuspicionState;

/** What somebody thinks of a change in an incident. */
final class SuspectRequest extends Form
{
    public function rules(): array
    {
        return [
            'state' => ['required', Rule::enum(SuspicionState::class)], 'score' => ['nullable', 'numeric', 'between:0,1'],
            'sure' => ['nullable', Rule::in(WhatChanged::SURE)],
            'why' => ['nullable', 'string', 'max:1000', 'required_unless:state,suspected'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['why.required_unless' => 'Say what shows it.'];
    }
}
