<?php

declare(strict_types=1);

namespace App\Updates\Requests;

use App\Platform\Http\Form;
use Illuminate\Validation\Rule;
use Skarvo\Topology\State;

/** What is sent to decide what the status page says of a service. */
final class DecideDoubtRequest extends Form
{
    public function rules(): array
    {
        return [
            'name' => ['required', 'string', 'max:200'], 'admit' => ['required', 'boolean'],
            'state' => ['required', Rule::enum(State::class)],
            'why' => ['nullable', 'required_if:admit,false,0', 'string', 'max:500'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['why.required_if' => 'Say why the status page is right.'];
    }
}
