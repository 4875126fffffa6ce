<?php

declare(strict_types=1);

namespace App\Signals\Tuning\Requests;

use App\Platform\Http\Asked;
use App\Platform\Http\Form;

/** What is sent to set a quiet time. */
final class QuietRequest extends Form
{
    public function rules(): array
    {
        return [
            'items' => ['required', 'array', 'min:1', 'max:200'], 'items.*' => ['string', 'exists:items,id'],
            'with_dependents' => ['boolean'],
            'from' => ['required', ...Asked::TIME],
            'to' => [
                'required', ...Asked::TIME,
                Asked::after($this, 'from', 'The end must be later than the start, and still to come.'), 'after:now',
            ],
            'reason' => ['required', 'string', 'max:300'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'items.required' => 'Choose the items that are worked on.',
            'items.*.exists' => 'One of the items is not there any more.',
            'to.required' => 'Say when it ends: quiet without an end hides the next outage.',
            'to.after' => 'The end must be later than the start, and still to come.',
            'reason.required' => 'Say what is done, for those who wonder why it is quiet.',
        ];
    }
}
