<?php

declare(strict_types=1);

namespace App\Topology\Record\Requests;

use App\Platform\Http\Form;

/** What is sent to change an item. */
final class UpdateItemRequest extends Form
{
    public function rules(): array
    {
        return [
            'fields' => ['array'], 'fields.*' => ['nullable', 'string'], 'was' => ['array'], 'was.*' => ['nullable', 'string'],
            'needs' => ['nullable', 'string', 'max:20000'], 'needs_was' => ['nullable', 'string'],
            'why' => ['nullable', 'string', 'max:300'],
        ];
    }
}
