<?php

declare(strict_types=1);

namespace App\Topology\Record\Requests;

use App\Platform\Http\Form;

/** What is sent to retire an item. */
final class RetireItemRequest extends Form
{
    public function rules(): array
    {
        return ['why' => ['required', 'string', 'max:500']];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['why.required' => 'Say why it is retired.'];
    }
}
