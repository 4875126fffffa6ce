<?php

declare(strict_types=1);

namespace App\Signals\Tuning\Requests;

use App\Platform\Http\Form;

/** What is sent to save a version of the rules. */
final class SaveRulesRequest extends Form
{
    public function rules(): array
    {
        return ['version' => ['required', 'integer'], 'note' => ['required', 'string', 'max:200']];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['note.required' => 'Say in a few words what you changed and why.'];
    }
}
