<?php

declare(strict_types=1);

namespace App\Topology\Record\Requests;

use App\Platform\Http\Form;

/** What is sent to record an item. */
final class StoreItemRequest extends Form
{
    public function rules(): array
    {
        return [
            'id' => ['required', 'string', 'max:128'], 'fields' => ['required', 'array'],
            'fields.*' => ['nullable', 'string'], 'needs' => ['nullable', 'string', 'max:20000'],
            'why' => ['nullable', 'string', 'max:300'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['id.required' => 'Give it an id, without spaces: files and scans call it by that.'];
    }
}
