<?php

declare(strict_types=1);

namespace App\Incidents\Requests;

use App\Platform\Http\Form;
use Illuminate\Validation\Rule;

/** What is sent to tell whoever answers for what is hit. */
final class TellOwnerRequest extends Form
{
    public function rules(): array
    {
        return [
            'person' => ['required', 'string', Rule::exists('people', 'id')->whereNull('left_at')],
            'why' => ['required', 'string', 'max:1000'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['why.required' => 'Say what they should know.'];
    }
}
