<?php

declare(strict_types=1);

namespace App\Topology\Requests;

use App\Platform\Http\Form;
use App\Topology\WhatIfController;

/** What is sent to keep a what-if. */
final class KeepWhatIfRequest extends Form
{
    public function rules(): array
    {
        return [
            'name' => ['required', 'string', 'max:120'], 'items' => ['required', 'array', 'min:1', 'max:'.WhatIfController::MOST],
            'items.*' => ['string', 'exists:items,id'], 'hours' => ['required', 'integer', 'between:1,168'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['name.required' => 'Name it, so that others find it.', 'items.required' => 'Choose the items first.'];
    }
}
