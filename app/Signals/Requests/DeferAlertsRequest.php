<?php

declare(strict_types=1);

namespace App\Signals\Requests;

use App\Platform\Http\Asked;

/** What is sent to let alerts wait. */
final class DeferAlertsRequest extends AlertsRequest
{
    public function rules(): array
    {
        return [
            ...parent::rules(),
            'minutes' => ['required_without:until', 'integer', 'min:5', 'max:1440'],
            'until' => ['nullable', ...Asked::TIME, 'after:now', 'before:+8 days'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'until.after' => 'Choose a time that is still to come.', 'until.before' => 'Choose a time within the next week.',
        ];
    }
}
