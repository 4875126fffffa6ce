<?php

declare(strict_types=1);

namespace App\Incidents\Requests;

use App\Platform\Http\Form;

/** What is sent to say by when it works again. */
final class SetEstimateRequest extends Form
{
    public function rules(): array
    {
        return [
            'at' => ['nullable', 'date', 'before:+1 year'], 'why' => ['nullable', 'string', 'max:300'], 'seen' => ['required', 'integer'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['at.*' => 'Use a day and a time within a year.'];
    }
}
