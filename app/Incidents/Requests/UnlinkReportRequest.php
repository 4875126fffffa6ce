<?php

declare(strict_types=1);

namespace App\Incidents\Requests;

use App\Platform\Http\Form;

/** What is sent to unlink a report. */
final class UnlinkReportRequest extends Form
{
    public function rules(): array
    {
        return ['why' => ['required', 'string', 'max:500']];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['why.required' => 'Say why it is about something else.'];
    }
}
