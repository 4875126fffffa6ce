<?php

declare(strict_types=1);

namespace App\Tickets\Requests;

use App\Platform\Http\Form;
use Illuminate\Validation\Rule;
use Skarvo\Tickets\AttemptOutcome;

/** What is sent to write down what was tried. */
final class TryRequest extends Form
{
    public function rules(): array
    {
        return [
            'what' => ['required', 'string', 'max:200'], 'outcome' => ['required', Rule::enum(AttemptOutcome::class)],
            'why' => ['nullable', 'required_if:outcome,refused', 'string', 'max:200'], 'reporter' => ['boolean'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['what.required' => 'Say what was tried.', 'why.required_if' => 'Say why it was refused, so that nobody suggests it again.'];
    }

    public function outcome(): AttemptOutcome
    {
        return AttemptOutcome::from((string) $this->validated()['outcome']);
    }
}
