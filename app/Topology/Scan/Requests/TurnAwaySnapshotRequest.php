<?php

declare(strict_types=1);

namespace App\Topology\Scan\Requests;

use App\Platform\Http\Form;

/** What is sent to refuse a snapshot. */
final class TurnAwaySnapshotRequest extends Form
{
    public function rules(): array
    {
        return ['why' => ['required', 'string', 'max:300']];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['why.required' => 'Say why, for whoever looks after the scanner.'];
    }
}
