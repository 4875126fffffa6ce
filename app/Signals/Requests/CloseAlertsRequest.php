<?php

declare(strict_types=1);

namespace App\Signals\Requests;

/** What is sent to close alerts. */
final class CloseAlertsRequest extends AlertsRequest
{
    public function rules(): array
    {
        return [...parent::rules(), 'reason' => ['required', 'string', 'max:500']];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['reason.required' => 'Say why, for those who come after you.'];
    }
}
