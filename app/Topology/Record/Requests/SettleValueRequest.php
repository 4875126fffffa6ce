<?php

declare(strict_types=1);

namespace App\Topology\Record\Requests;

use App\Platform\Http\Form;

/** What is sent to decide between what is recorded and what a scan says. */
final class SettleValueRequest extends Form
{
    public function rules(): array
    {
        return [
            'field' => ['required', 'string'], 'take' => ['required', 'boolean'], 'ours' => ['present', 'nullable', 'string'],
            'theirs' => ['present', 'nullable', 'string'],
        ];
    }
}
