<?php

declare(strict_types=1);

namespace App\Signals\Requests;

use App\Platform\Http\Form;

/** What is sent to keep a filter. */
final class KeepFilterRequest extends Form
{
    public function rules(): array
    {
        return ['name' => ['required', 'string', 'max:60'], 'query' => ['present', 'nullable', 'string', 'max:500']];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['name.required' => 'Give the filter a name.'];
    }
}
