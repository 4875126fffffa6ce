<?php

declare(strict_types=1);

namespace App\Changes\Requests;

use App\Platform\Http\Form;

/** A change becomes a template. */
final class TemplateRequest extends Form
{
    public function rules(): array
    {
        return ['title' => ['required', 'string', 'max:200'], 'any' => ['nullable', 'boolean']];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['title.required' => 'Say what changes of this kind are called.'];
    }
}
