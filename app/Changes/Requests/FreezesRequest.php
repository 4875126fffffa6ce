<?php

declare(strict_types=1);

namespace App\Changes\Requests;

use App\Platform\Http\Form;

/** A calendar whose events become times in which nothing is changed, and the rules to which they are added. */
final class FreezesRequest extends Form
{
    public function rules(): array
    {
        return ['rules' => ['required', 'string', 'max:200000'], 'calendar' => ['required', 'string', 'max:2000000']];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'calendar.max' => 'This calendar is too large. Take the events of the time that matters.',
            'calendar.required' => 'The file is empty. Choose an iCalendar file.',
        ];
    }
}
